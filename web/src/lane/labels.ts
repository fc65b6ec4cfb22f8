import type { Entry } from "../api/types";
import type { Placed } from "./tracks";
import type { Axis } from "./axis";

/** An entry drawn: its block and where its label stands. */
export interface Drawn {
  placed: Placed;
  x: number;
  width: number;
  top: number;
  height: number;
  label: { x: number; top: number; width: number; titleLines: number; detail: boolean } | { number: number } | undefined;
}

interface Block {
  placed: Placed;
  x: number;
  width: number;
  top: number;
  height: number;
}

const lineHeight = 15;
const padding = 6;
const leastLabel = 40;
const leastNumber = 9;
const mostNarrow = 6;
const font = '600 12px "Figtree Variable", sans-serif';

let canvas: CanvasRenderingContext2D | null | undefined;
const widths = new Map<string, number>();

/** How wide a text is on a lane. */
function textWidth(text: string): number {
  const known = widths.get(text);
  if (known !== undefined) return known;
  canvas ??= document.createElement("canvas").getContext("2d");
  if (!canvas) return text.length * 6.6;
  canvas.font = font;
  // Figures are drawn as wide as each other, which a canvas does not know; a nought is as wide as any.
  const width = canvas.measureText(text.replace(/\d/g, "0")).width;
  widths.set(text, width);
  return width;
}

/** Texts measured before the font was there are measured again. */
export function forgetWidths() {
  widths.clear();
}

/** Height is commitment. */
const commitment: Record<string, number> = { firm: 1, pencilled: 0.5, hold: 0.2, free: 0.08 };
const heightOf = (p: Placed) => commitment[p.entry.takes] ?? 1;

type Measure = (text: string) => number;

function linesNeeded(text: string, width: number, measure: Measure): number {
  let lines = 1;
  let used = 0;
  for (const word of text.split(" ")) {
    const w = measure(word);
    if (used > 0 && used + 3.3 + w > width) {
      lines++;
      used = 0;
    }
    used += (used > 0 ? 3.3 : 0) + w;
  }
  return lines;
}

/** Blocks on the baseline; those that overlap are stacked, each in proportion to its commitment. */
function blocksOf(placed: Placed[], axis: Axis, dayStart: number, laneHeight: number): Block[] {
  const room = laneHeight - (laneHeight > 60 ? 8 : 3);
  const clusters = new Map<number, number[]>();
  for (const p of placed) {
    const tracks = clusters.get(p.cluster) ?? Array.from({ length: p.tracks }, () => 0);
    tracks[p.track] = Math.max(tracks[p.track] ?? 0, heightOf(p));
    clusters.set(p.cluster, tracks);
  }
  return placed.map((p) => {
    const x = axis.x(p.entry.start - dayStart);
    const right = axis.x(p.entry.end - dayStart);
    const tracks = clusters.get(p.cluster) ?? [];
    const scale =
      room /
      Math.max(
        1,
        tracks.reduce((a, b) => a + b, 0),
      );
    const below = tracks.slice(p.track + 1).reduce((a, b) => a + b, 0) * scale;
    const height = Math.max(3, heightOf(p) * scale - (p.tracks > 1 ? 1 : 0));
    return { placed: p, x, width: Math.max(3, right - x - 1), top: laneHeight - below - height, height };
  });
}

/**
 * Lays the entries of one lane out. A label may run on over free lane, never over another entry or label;
 * what has no room gets a number that the lane's head explains.
 */
export function draw(
  placed: Placed[],
  axis: Axis,
  dayStart: number,
  laneHeight: number,
  isQuiet: (entry: Entry) => boolean = () => false,
  measure: Measure = textWidth,
): Drawn[] {
  const blocks = blocksOf(placed, axis, dayStart, laneHeight);
  const labels: { x: number; right: number; top: number; bottom: number }[] = [];
  // A few narrow ones are numbered all the same; where there are many, numbers would stand on each other.
  const crowded = blocks.filter((b) => b.width < leastNumber).length > mostNarrow;
  let numbered = 0;
  return blocks.map((block, at) => {
    const { entry } = block.placed;
    // Narrower than a number, or not read now: it stands there, and says what it is only when it is asked.
    if (isQuiet(entry) || (block.width < leastNumber && crowded)) return { ...block, label: undefined };
    const above = entry.takes === "hold" || entry.takes === "free" || block.height < lineHeight + 3;
    const x = above ? block.x : block.x + padding;
    const whole = measure(entry.label);
    const detailWidth = entry.detail ? measure(entry.detail) : 0;

    const fit = (lines: number) => {
      const top = above ? block.top - lines * lineHeight - 1 : block.top + 3;
      const bottom = above ? block.top : top + lines * lineHeight;
      const touches = (b: { top: number; bottom: number }) => b.top < bottom && b.bottom > top;
      const inBand = (b: Block) => b !== block && touches({ top: b.top, bottom: b.top + b.height });
      // The nearest thing to the right that shares the band ends the label; blocks come from left to right.
      const wall = blocks.find((b, i) => i >= at && b.x > block.x && inBand(b));
      const under = above && blocks.some((b) => b.x <= x && b.x + b.width > x + 2 && inBand(b));
      const free = Math.min(axis.width, wall?.x ?? Infinity, ...labels.filter((l) => l.x > x && touches(l)).map((l) => l.x)) - x - 4;
      const blocked = top < 0 || under || labels.some((l) => l.x < x + 4 && l.right > x && touches(l));
      return { top, bottom, free, blocked };
    };

    const most = above ? 2 : Math.max(1, Math.floor((block.height - 3) / lineHeight));
    for (let titleLines = 1; titleLines <= Math.min(most, 4); titleLines++) {
      const spare = !above && entry.detail !== null && titleLines < most;
      const place = fit(titleLines + (spare ? 1 : 0));
      const own = above ? 0 : block.width - padding - 2;
      const width = Math.min(place.free, Math.max(own, whole + 2, spare ? detailWidth + 2 : 0));
      const longest = Math.max(...entry.label.split(" ").map(measure));
      if (place.blocked || place.free < leastLabel || longest > width + 1) continue;
      if (linesNeeded(entry.label, width, measure) > titleLines) continue;
      const detail = spare && (detailWidth <= width || width > 74);
      const extent = Math.max(Math.min(width, whole), detail ? Math.min(width, detailWidth) : 0);
      labels.push({ x, right: x + extent, top: place.top, bottom: place.bottom });
      return { ...block, label: { x, top: place.top, width, titleLines, detail } };
    }
    numbered++;
    return { ...block, label: { number: numbered } };
  });
}
