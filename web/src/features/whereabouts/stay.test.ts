import { expect, test } from "vitest";
import { choicesOf, saidOfStay, wordOfWhere, wrongWithStay, type Stay } from "./stay";

const stay: Stay = { first: "2027-03-10", last: "2027-03-12", where: { kind: "place", place: "Yard" }, from: "", to: "" };

test("what is said by hand is sent whole, by parts of the day, or as usual", () => {
  expect(saidOfStay(stay)).toEqual([
    { kind: "place", place: "Yard", first: "2027-03-10", last: "2027-03-12", rule: null, from: 0, to: 1440, usual: false },
  ]);
  expect(saidOfStay({ ...stay, from: "09:30" })[0]).toMatchObject({ from: 570, to: 1440 });
  expect(saidOfStay({ ...stay, to: "12:00" })[0]).toMatchObject({ from: 0, to: 720 });
  expect(saidOfStay({ ...stay, where: "usual" })[0]).toMatchObject({ usual: true, place: null });
  expect(saidOfStay({ ...stay, where: undefined })).toEqual([]);
  expect(saidOfStay({ ...stay, last: "" })).toEqual([]);
});

test("what cannot be is said before it is sent", () => {
  expect(wrongWithStay(stay)).toBeUndefined();
  expect(wrongWithStay({ ...stay, last: "2027-03-09" })).toBe("It ends before it begins.");
  expect(wrongWithStay({ ...stay, from: "12:00", to: "09:00" })).toBe("That part of the day ends before it begins.");
});

test("places are offered first, then what is no place", () => {
  expect(choicesOf(["Yard"]).map((c) => c.label)).toEqual(["Yard", "at home", "on the way", "not working", "as usual"]);
  expect(wordOfWhere(undefined)).toBe("somewhere");
  expect(wordOfWhere({ kind: "place", place: "Yard" })).toBe("at Yard");
});
