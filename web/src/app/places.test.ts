import { describe, expect, it } from "vitest";
import { placesCalled } from "./places";

const called = (text: string) => placesCalled(text).map((p) => p.words);

describe("a place that is looked for", () => {
  it.each([
    ["lanes", ["Lanes"]],
    ["LAN", ["Lanes"]],
    ["what done", ["What was done"]],
    ["files", ["Calendar files"]],
    ["wh", ["Whereabouts", "What was done"]],
    ["you", ["Your own page"]],
    ["sign", ["Sign-in and security"]],
    ["zelda", []],
    ["  ", []],
  ])("%s", (text, words) => expect(called(text)).toEqual(words));
});
