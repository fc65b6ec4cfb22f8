import { expect, test } from "vitest";
import { endsOf, nothingSaid, textsOf, wrongWith } from "./said";

test("whole days end with the midnight after the last, hours with their time", () => {
  const days = { ...nothingSaid, first: "2027-03-10", last: "2027-03-12" };
  expect(endsOf(days)).toEqual({ from: "2027-03-10T00:00", to: "2027-03-13T00:00" });
  expect(endsOf({ ...days, from: "14:00", to: "16:30" })).toEqual({ from: "2027-03-10T14:00", to: "2027-03-12T16:30" });
  expect(endsOf(nothingSaid)).toEqual({ from: "", to: "" });
});

test("an absence that ends before it begins is said so", () => {
  expect(wrongWith({ ...nothingSaid, first: "2027-03-12", last: "2027-03-10" })).toBe("It ends before it begins.");
  expect(wrongWith({ ...nothingSaid, first: "2027-03-10", last: "2027-03-10" })).toBeUndefined();
});

test("the texts follow what is said until they are written by hand", () => {
  const away = { ...nothingSaid, first: "2027-03-10", last: "2027-03-12" };
  expect(textsOf(away, [])).toEqual({ inside: "I am away until Saturday 13 March.", outside: "I am away until Saturday 13 March." });
  const covers = { id: "1", name: "Tomé Vidal", givenName: "Tomé", person: undefined };
  expect(textsOf({ ...away, covers }, []).inside).toBe("I am away until Saturday 13 March. Tomé Vidal decides for me meanwhile.");
  expect(textsOf({ ...away, covers }, []).outside).toBe(
    "I am away until Saturday 13 March. For anything urgent please turn to Tomé Vidal.",
  );
  expect(textsOf({ ...away, covers, outside: "Gone fishing." }, []).outside).toBe("Gone fishing.");
  expect(textsOf(nothingSaid, [])).toEqual({ inside: "", outside: "" });
});
