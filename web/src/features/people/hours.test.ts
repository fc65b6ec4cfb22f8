import { describe, expect, test } from "vitest";
import { painted, readText, textOf } from "./hours";

const nine = { day: 1, from: 540, to: 720, place: null };

describe("hours painted on a lane", () => {
  test.each([
    ["beside, they join", 720, 780, null, "09:00-13:00"],
    ["of another place, they stand apart", 720, 780, "Dock 4", "09:00-12:00, 12:00-13:00 Dock 4"],
    ["over, the new place holds", 600, 660, "Dock 4", "09:00-10:00, 10:00-11:00 Dock 4, 11:00-12:00"],
    ["taken out of the middle", 600, 660, undefined, "09:00-10:00, 11:00-12:00"],
    ["taken out whole", 0, 1440, undefined, ""],
  ] as const)("%s", (_, from, to, place, words) => expect(textOf(painted([nine], 1, from, to, place), 1)).toBe(words));

  test("another day is left as it is", () => expect(textOf(painted([nine], 2, 600, 660, null), 1)).toBe("09:00-12:00"));

  test.each(["09:00-12:00", "09:00-12:00, 13:00-17:30 Dock 4", ""])("“%s” is typed and read alike", (text) =>
    expect(textOf(readText(text, 3) ?? [], 3)).toBe(text),
  );

  test.each(["9 to 5", "12:00-09:00", "09:00-25:00", "09:00-12:00, 11:00-13:00"])("“%s” is not taken", (text) =>
    expect(readText(text, 1)).toBeUndefined(),
  );
});
