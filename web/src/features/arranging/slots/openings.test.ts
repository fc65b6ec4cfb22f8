import { expect, test } from "vitest";
import type { Opening } from "../../../api/types";
import { freshDraft } from "../draft";
import { opened } from "./openings";

const chosen = (id: string) => ({ id, name: id, givenName: id, person: undefined });
const draft = {
  ...freshDraft({ id: "Etc/UTC", label: "UTC", offsets: [{ from: 0, offsetMinutes: 0 }] }, 0),
  required: [chosen("wiremu"), chosen("tome")],
  optional: [chosen("ana")],
  loosened: { maren: 60 },
};
const by = (part: Partial<Opening>) =>
  opened(draft, { kind: "shorter", slots: 1, words: "", person: null, minutes: 0, from: null, to: null, ...part });

test("a shorter length, and other days, are what they say", () => {
  expect(by({ minutes: 30 })).toEqual({ minutes: 30 });
  expect(by({ kind: "otherDays", from: "2027-03-22", to: "2027-03-28" })).toEqual({ from: "2027-03-22", to: "2027-03-28" });
});

test("who is asked only if free goes to the others of whom that is so", () =>
  expect(by({ kind: "onlyIfFree", person: "tome" })).toEqual({ required: [chosen("wiremu")], optional: [chosen("ana"), chosen("tome")] }));

test("somebody of a group cannot be asked for themselves", () => expect(by({ kind: "onlyIfFree", person: "desmond" })).toBeUndefined());

test("hours that are loosened stay so for the others", () =>
  expect(by({ kind: "loosened", person: "wiremu", minutes: 120 })).toEqual({ loosened: { maren: 60, wiremu: 120 } }));
