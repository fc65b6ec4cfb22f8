import { expect, test } from "vitest";
import { onOne, usualTerms, withActing, withSight } from "./terms";

const { sight, acting } = usualTerms;

test.each([
  ["look", "nothing", "look"],
  ["add", "nothing", "add"],
  ["change", "headlines", "change"],
  ["change", "outline", "add"],
  ["speakFor", "headlines", "change"],
  ["speakFor", "nothing", "add"],
] as const)("who may %s and sees only %s may %s", (may, sees, left) => {
  expect(withSight({ ...usualTerms, sight: "everything", acting: may }, sees)).toMatchObject({ sight: sees, acting: left });
});

test.each([
  ["look", "nothing", "nothing"],
  ["add", "outline", "outline"],
  ["change", "nothing", "headlines"],
  ["change", "everything", "everything"],
  ["speakFor", "headlines", "everything"],
] as const)("to %s brings to who sees %s that they see %s", (may, saw, sees) => {
  expect(withActing({ ...usualTerms, sight: saw }, may)).toMatchObject({ sight: sees, acting: may });
});

test("in one calendar nobody speaks for somebody", () => {
  expect(onOne({ ...usualTerms, sight: "everything", acting: "speakFor" })).toMatchObject({ sight: "everything", acting: "change" });
  expect(onOne(usualTerms)).toMatchObject({ sight, acting });
});
