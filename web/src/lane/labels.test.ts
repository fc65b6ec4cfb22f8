import { describe, expect, test } from "vitest";
import type { Entry } from "../api/types";
import { makeAxis } from "./axis";
import { draw, type Drawn } from "./labels";
import { hour, minute } from "./time";
import { placeOnTracks } from "./tracks";

const day = 24 * hour;
const measure = (text: string) => text.length * 6.5;

/** The same numbers every time. */
function dice(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return Math.floor((state / 2147483648) * below);
  };
}

const titles = ["Read-in", "Tide lease review", "Harbour authority", "Blade contract, second reading", "Desmond", "Safety board", "Ops"];

function anyDay(seed: number): Entry[] {
  const roll = dice(seed);
  return Array.from({ length: 1 + roll(9) }, (_, i) => {
    const start = (7 + roll(11)) * hour + roll(4) * 15 * minute;
    return {
      id: String(i),
      occurrence: null,
      start,
      end: start + (1 + roll(8)) * 15 * minute,
      takes: ["firm", "pencilled", "hold", "firm"][roll(4)] ?? "firm",
      label: titles[roll(titles.length)] ?? "",
      detail: roll(2) ? "Cais do Norte" : null,
      private: false,
      allDay: false,
      toAnswer: false,
      mayChange: false,
      series: false,
      tellsOthers: false,
      on: false,
      link: null,
      category: null,
    };
  });
}

function labelBox(d: Drawn) {
  if (!d.label || "number" in d.label) return undefined;
  const lines = d.label.titleLines + (d.label.detail ? 1 : 0);
  const width = Math.min(d.label.width, Math.max(measure(d.placed.entry.label), d.label.detail ? measure(d.placed.entry.detail ?? "") : 0));
  return { left: d.label.x, right: d.label.x + width, top: d.label.top, bottom: d.label.top + lines * 15 };
}

const cross = (
  a: { left: number; right: number; top: number; bottom: number },
  b: { left: number; right: number; top: number; bottom: number },
) => a.left < b.right - 0.5 && b.left < a.right - 0.5 && a.top < b.bottom - 0.5 && b.top < a.bottom - 0.5;

describe("labels, over three hundred days and three heights of lane", () => {
  const seeds = Array.from({ length: 300 }, (_, i) => i + 1);
  for (const height of [44, 90, 190]) {
    for (const width of [560, 1000]) {
      const drawn = seeds.map((seed) =>
        draw(placeOnTracks(anyDay(seed)), makeAxis(width, day, 6 * hour, 21 * hour), 0, height, undefined, measure),
      );

      test(`never cross another label, at ${height} high and ${width} wide`, () => {
        for (const lane of drawn) {
          const boxes = lane.map(labelBox);
          boxes.forEach((a, i) => boxes.slice(i + 1).forEach((b) => expect(a && b && cross(a, b), JSON.stringify([a, b])).not.toBe(true)));
        }
      });

      test(`stand inside their own entry or wholly outside it, at ${height} high and ${width} wide`, () => {
        for (const lane of drawn)
          for (const d of lane) {
            const box = labelBox(d);
            const own = { left: d.x, right: d.x + d.width, top: d.top, bottom: d.top + d.height };
            if (!box || !cross(box, own)) continue;
            expect(
              box.left >= own.left && box.right <= own.right + 0.5 && box.top >= own.top && box.bottom <= own.bottom + 0.5,
              JSON.stringify([box, own]),
            ).toBe(true);
          }
      });

      test(`never run over an entry that starts later, at ${height} high and ${width} wide`, () => {
        for (const lane of drawn)
          for (const d of lane) {
            const box = labelBox(d);
            for (const other of lane) {
              if (!box || other === d || other.x <= d.x) continue;
              expect(cross(box, { left: other.x, right: other.x + other.width, top: other.top, bottom: other.top + other.height })).toBe(
                false,
              );
            }
          }
      });
    }
  }

  test("what has no room gets a number, counted from one", () => {
    for (const seed of seeds) {
      const numbers = draw(placeOnTracks(anyDay(seed)), makeAxis(300, day, 6 * hour, 21 * hour), 0, 44, undefined, measure).flatMap((d) =>
        d.label && "number" in d.label ? [d.label.number] : [],
      );
      expect(numbers).toEqual(numbers.map((_, i) => i + 1));
    }
  });
});

test("only what has no room for three letters has a number", () => {
  for (let seed = 1; seed <= 300; seed++) {
    const lane = draw(placeOnTracks(anyDay(seed)), makeAxis(1000, day, 6 * hour, 21 * hour), 0, 190, undefined, measure);
    for (const d of lane) if (d.label && "number" in d.label && d.height >= 18) expect(d.width - 4).toBeLessThan(measure("www"));
  }
});

test("no letter is cut in half: a word that has no room is shortened, with a point", () => {
  let short = 0;
  for (let seed = 1; seed <= 300; seed++)
    for (const d of draw(placeOnTracks(anyDay(seed)), makeAxis(560, day, 6 * hour, 21 * hour), 0, 90, undefined, measure)) {
      if (!d.label || "number" in d.label) continue;
      const { label } = d;
      const whole = d.placed.entry.label.split(" ");
      for (const [i, word] of (label.short ?? d.placed.entry.label).split(" ").entries()) {
        expect(measure(word)).toBeLessThanOrEqual(label.width);
        expect(word === whole[i] || (word.endsWith(".") && whole[i]?.startsWith(word.slice(0, -1)))).toBe(true);
      }
      if (label.short) short++;
    }
  expect(short).toBeGreaterThan(50);
});

describe("height is commitment", () => {
  const entry = (takes: string): Entry => ({ ...(anyDay(1)[0] as Entry), takes, start: 9 * hour, end: 10 * hour });
  const heightOf = (takes: string) =>
    draw(placeOnTracks([entry(takes)]), makeAxis(1000, day, 6 * hour, 21 * hour), 0, 108, undefined, measure)[0]?.height;

  test("full for firm, half for pencilled, a fifth for a hold", () => {
    expect([heightOf("firm"), heightOf("pencilled"), heightOf("hold")]).toEqual([100, 50, 20]);
  });

  test("entries that overlap share the lane and do not cross", () => {
    for (let seed = 1; seed <= 300; seed++) {
      const lane = draw(placeOnTracks(anyDay(seed)), makeAxis(1000, day, 6 * hour, 21 * hour), 0, 108, undefined, measure);
      for (const a of lane)
        for (const b of lane) {
          if (a === b) continue;
          const [one, two] = [a, b].map((d) => ({ left: d.x, right: d.x + d.width, top: d.top, bottom: d.top + d.height }));
          expect(one && two && cross(one, two)).toBe(false);
        }
    }
  });
});
