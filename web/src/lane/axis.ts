import { hour } from "./time";

/** A run of a day on the axis. Folded runs are drawn as a narrow strip. */
interface Segment {
  from: number;
  to: number;
  x0: number;
  x1: number;
  folded: boolean;
}

/** Where a moment of a day stands, from left to right. Moments are milliseconds since the day's start. */
export interface Axis {
  width: number;
  dayLength: number;
  segments: Segment[];
  x: (sinceStart: number) => number;
  at: (x: number) => number;
  /** The part of the day that is not folded. */
  open: { from: number; to: number };
}

export const foldWidth = 20;

/** An axis of a day in which everything outside from–to is folded. */
export function makeAxis(width: number, dayLength: number, from: number, to: number): Axis {
  const folds = (from > 0 ? foldWidth : 0) + (to < dayLength ? foldWidth : 0);
  const open = Math.max(1, width - folds);
  const segments: Segment[] = [];
  let x = 0;
  const add = (a: number, b: number, w: number, folded: boolean) => {
    if (b <= a) return;
    segments.push({ from: a, to: b, x0: x, x1: x + w, folded });
    x += w;
  };
  add(0, from, foldWidth, true);
  add(from, to, open, false);
  add(to, dayLength, foldWidth, true);
  const find = <K extends "from" | "x0">(key: K, value: number) => segments.findLast((s) => s[key] <= value) ?? segments[0];
  return {
    width,
    dayLength,
    segments,
    open: { from, to },
    x(sinceStart) {
      const s = find("from", sinceStart);
      if (!s) return 0;
      return s.x0 + ((Math.min(Math.max(sinceStart, s.from), s.to) - s.from) / (s.to - s.from)) * (s.x1 - s.x0);
    },
    at(px) {
      const s = find("x0", px);
      if (!s) return 0;
      return s.from + ((Math.min(Math.max(px, s.x0), s.x1) - s.x0) / (s.x1 - s.x0)) * (s.to - s.from);
    },
  };
}

export interface Extent {
  from: number;
  to: number;
}

/** The hours worth showing: those of the first lane and every entry, rounded out to whole hours with a little room. */
export function openHours(extents: Extent[], dayLength: number, least: Extent): Extent {
  const from = Math.min(least.from, ...extents.map((e) => e.from));
  const to = Math.max(least.to, ...extents.map((e) => e.to));
  const floor = Math.floor(from / hour) * hour;
  const ceil = Math.ceil(to / hour) * hour;
  return { from: Math.max(0, floor === from ? from - hour / 3 : floor), to: Math.min(dayLength, ceil === to ? to + hour / 3 : ceil) };
}
