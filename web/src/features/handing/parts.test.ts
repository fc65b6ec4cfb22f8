import { expect, test } from "vitest";
import type { SheetParts } from "../../api/types";
import { moved, numberOf, orderNumbers, partNames, partsInOrder, partsWords } from "./parts";

const none: SheetParts = {
  people: false,
  agenda: false,
  papers: false,
  joining: false,
  ways: false,
  lastTime: false,
  gaps: false,
  private: false,
  attached: false,
  order: ["joining", "people", "agenda", "papers", "lastTime"],
};
const all: SheetParts = partNames.reduce((parts, p) => ({ ...parts, [p.name]: true }), none);

test("each part has a place of its own in the number", () => {
  const numbers = partNames.map((p) => numberOf({ ...none, [p.name]: true }));
  expect(numbers).toEqual([1, 2, 4, 8, 16, 32, 64, 128, 256]);
  expect(numberOf(none)).toBe(0);
  expect(numberOf(all)).toBe(511);
});

test("the parts are said in words", () => {
  expect(partsWords(none)).toBe("times alone");
  expect(partsWords({ ...none, papers: true })).toBe("papers");
  expect(partsWords({ ...none, people: true, ways: true })).toBe("people and ways");
  expect(partsWords(all)).toBe("everything");
});

test("a part goes up and down, and stays at the end", () => {
  const order = moved(none.order, "papers", -1);
  expect(order).toEqual(["joining", "people", "papers", "agenda", "lastTime"]);
  expect(orderNumbers(order)).toBe("01324");
  expect(moved(order, "joining", -1)).toEqual(order);
  expect(moved(order, "lastTime", 1)).toEqual(order);
  expect(moved(moved(order, "people", 1), "people", -1)).toEqual(order);
  expect(partsInOrder(order).map((p) => p.name)).toEqual([...order, "ways", "gaps", "private", "attached"]);
});
