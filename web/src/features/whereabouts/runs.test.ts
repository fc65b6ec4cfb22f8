import { expect, test } from "vitest";
import { runsOf } from "./runs";

test("a place is written once along its run, and again after a gap or another", () => {
  expect(runsOf(["Yard", "Yard", null, "Yard", "Home", "Home"])).toEqual([
    { first: 0, last: 1, of: "Yard" },
    { first: 3, last: 3, of: "Yard" },
    { first: 4, last: 5, of: "Home" },
  ]);
  expect(runsOf([null, null])).toEqual([]);
});
