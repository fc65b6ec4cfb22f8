import { expect, test } from "vitest";
import type { Slots } from "../../../api/types";
import { hour } from "../../../lane/time";
import { weekOf } from "./week";

const day = 24 * hour;
// From a Wednesday on, six days: the Monday after is in the next week.
const days = ["2027-03-17", "2027-03-18", "2027-03-19", "2027-03-20", "2027-03-21", "2027-03-22"].map(
  (date, i) => ({ date, start: i * day, end: (i + 1) * day }) as Slots["days"][number],
);
const contour = [
  { from: 0, free: 0 },
  { from: 9 * hour, free: 2 },
  { from: 22 * hour, free: 3 },
  { from: day + 2 * hour, free: 0 },
];

test("seven days from Monday on, those outside the days asked empty", () => {
  const week = weekOf({ days, contour }, 3 * day);
  expect(week.map((d) => [d.date.slice(8), d.day !== undefined, d.most])).toEqual([
    ["15", false, 0],
    ["16", false, 0],
    ["17", true, 3],
    ["18", true, 3],
    ["19", true, 0],
    ["20", true, 0],
    ["21", true, 0],
  ]);
});

test("a stretch over midnight is drawn in both days", () => {
  const week = weekOf({ days, contour }, 0);
  expect(week[2]?.steps).toEqual([
    { from: 9 * hour, to: 22 * hour, free: 2 },
    { from: 22 * hour, to: day, free: 3 },
  ]);
  expect(week[3]?.steps).toEqual([{ from: day, to: day + 2 * hour, free: 3 }]);
});

test("the next week where that is looked at, none outside the days", () => {
  expect(weekOf({ days, contour }, 5 * day).map((d) => d.day?.date)).toEqual(["2027-03-22", ...new Array<undefined>(6)]);
  expect(weekOf({ days, contour }, 9 * day)).toEqual([]);
});
