import { expect, test } from "vitest";
import type { Wishes } from "../../api/types";
import { timeOf } from "../../lane/time";
import { minuteOf, noWishes, wishWords } from "./wishes";

test.each<[string, Partial<Wishes>]>([
  ["", {}],
  ["not on Friday", { notOn: [5] }],
  ["not on Monday and Friday in Halifax", { notOn: [5, 1], zone: "America/Halifax" }],
  ["after 10:00 in Halifax", { from: 600, zone: "America/Halifax" }],
  ["before 17:30", { to: 1050 }],
  ["from 09:00 to 12:30", { from: 540, to: 750 }],
  ["15 minutes around it, lunch kept free", { around: 15, lunch: true, zone: "America/Halifax" }],
  ["at their usual places, within 1 h of what is there already", { atUsualPlaces: true, together: 60 }],
  ["not on Friday, after 10:00, 15 minutes around it, lunch kept free", { notOn: [5], from: 600, around: 15, lunch: true }],
])("%s", (words, wishes) => expect(wishWords({ ...noWishes, ...wishes })).toBe(words));

test("a minute of the day is a time and back", () => {
  for (const minute of [0, 59, 600, 1439]) expect(minuteOf(timeOf(minute))).toBe(minute);
  expect(minuteOf("")).toBeNull();
});
