import { describe, expect, test } from "vitest";
import { foldWidth, makeAxis, openHours } from "./axis";
import { hour } from "./time";

const day = 24 * hour;

describe("the axis", () => {
  const axis = makeAxis(1000, day, 8 * hour, 18 * hour);

  test("folds what is outside into narrow strips at both ends", () => {
    expect(axis.segments.map((s) => [s.folded, s.x0, s.x1])).toEqual([
      [true, 0, foldWidth],
      [false, foldWidth, 1000 - foldWidth],
      [true, 1000 - foldWidth, 1000],
    ]);
  });

  test("finds back every moment it places", () => {
    for (let t = 0; t <= day; t += hour / 4) expect(axis.at(axis.x(t))).toBeCloseTo(t, 3);
  });

  test("never runs backwards", () => {
    let last = -1;
    for (let t = 0; t <= day; t += hour / 4) {
      expect(axis.x(t)).toBeGreaterThanOrEqual(last);
      last = axis.x(t);
    }
  });

  test("keeps what lies outside the day at its edges", () => {
    expect(axis.x(-hour)).toBe(0);
    expect(axis.x(day + hour)).toBe(1000);
  });

  test("has no strip where nothing is folded", () => {
    expect(makeAxis(1000, day, 0, day).segments).toHaveLength(1);
  });
});

describe("the hours worth showing", () => {
  test("hold everything that stands there, with a little room", () => {
    const open = openHours([{ from: 7.5 * hour, to: 20 * hour }], day, { from: 8 * hour, to: 18 * hour });
    expect(open.from).toBeLessThanOrEqual(7.5 * hour);
    expect(open.to).toBeGreaterThan(20 * hour);
  });

  test("never leave the day", () => {
    expect(openHours([{ from: 0, to: day }], day, { from: 8 * hour, to: 18 * hour })).toEqual({ from: 0, to: day });
  });
});
