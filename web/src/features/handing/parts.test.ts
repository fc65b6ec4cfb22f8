import { expect, test } from "vitest";
import type { SheetParts } from "../../api/types";
import { numberOf, partNames, partsWords } from "./parts";

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
};
const all = Object.fromEntries(partNames.map((p) => [p.name, true])) as unknown as SheetParts;

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
