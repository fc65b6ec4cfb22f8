import { expect, test } from "vitest";
import { hour } from "../../../lane/time";
import { mostFree, mostFreeOn } from "./mostFree";

const days = [{ end: 24 * hour }] as Parameters<typeof mostFree>[0]["days"];
const contour = [
  { from: 0, free: 0 },
  { from: 8 * hour, free: 1 },
  { from: 10 * hour, free: 3 },
  { from: 10.5 * hour, free: 2 },
  { from: 13 * hour, free: 2 },
  { from: 20 * hour, free: 0 },
];

test.each([
  ["the first that is long enough where most are free", hour, 0, 10.5],
  ["a shorter one with more who are free", hour / 2, 0, 10],
  ["not before now", hour, 14 * hour, 14],
  ["where none is long enough, where most are free at all", 9 * hour, 0, 10],
])("%s", (_, length, now, at) => expect(mostFree({ contour, days }, length, now)).toBe(at * hour));

test("nowhere, where nobody is free", () => expect(mostFree({ contour: [{ from: 0, free: 0 }], days }, hour, 0)).toBeUndefined());

test("within one day only", () => {
  const on = (from: number, to: number) => mostFreeOn({ contour }, { start: from * hour, end: to * hour }, hour, 0);
  expect([on(8, 9.5), on(9.5, 12), on(12, 24), on(21, 24)]).toEqual([8 * hour, 10.5 * hour, 12 * hour, undefined]);
});
