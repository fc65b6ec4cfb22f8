import { describe, expect, it } from "vitest";
import { keptWords } from "./kept";

describe("what is wished of every meeting, in words", () => {
  it("says each kind, in one order", () =>
    expect(
      keptWords([
        { kind: "together", value: 30, always: false },
        { kind: "atUsualPlace", value: 0, always: true },
        { kind: "edgesSpared", value: 0, always: false },
        { kind: "mostADay", value: 240, always: true },
        { kind: "lunch", value: 0, always: true },
        { kind: "around", value: 15, always: true },
        { kind: "notAfter", value: 17 * 60, always: true },
        { kind: "notBefore", value: 9 * 60 + 30, always: true },
        { kind: "notOn", value: 0b10001, always: true },
      ]),
    ).toBe(
      "not on Monday and Friday, not before 09:30, over by 17:00, 15 minutes free around it, lunch kept free, at most 4 h a day, the first and the last hour spared if it can be helped, only at the usual place, within 30 minutes of what is there already if it can be helped",
    ));

  it("says nothing of nothing", () => expect(keptWords([])).toBe(""));
});
