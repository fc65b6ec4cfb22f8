import { expect, test } from "vitest";
import type { Lane } from "../api/types";
import { clashes } from "./rows";
import { minute } from "./time";

const clash = (start: number, end: number) => ({ start: start * minute, end: end * minute, words: `${end - start} minutes` });

const words = (...list: ReturnType<typeof clash>[]) => clashes({ clashes: list } as Lane).map((n) => n.words);

test("clashes apart have a bracket each", () => {
  expect(words(clash(60, 90), clash(0, 30))).toEqual(["clash, 30 minutes", "clash, 30 minutes"]);
  expect(words(clash(0, 30), clash(30, 45))).toEqual(["clash, 30 minutes", "clash, 15 minutes"]);
});

test("clashes that run into one another share one, as long as all of them", () => {
  expect(words(clash(0, 60), clash(15, 30), clash(45, 90), clash(120, 150))).toEqual(["3 clashes, 1 h 30", "clash, 30 minutes"]);
});
