import { describe, expect, it } from "vitest";
import type { Deleting } from "../../api/types";
import { goesOf, staysOf } from "./deletion";

const kept = (more: Partial<Deleting>): Deleting => ({
  who: { id: "1", name: "Cormac Doyle", givenName: "Cormac", inside: false } as Deleting["who"],
  alone: 0,
  letters: 0,
  organised: 0,
  takesPart: 0,
  signsIn: false,
  ...more,
});

describe("what is said before somebody is deleted", () => {
  it("says of nothing that there is none", () => {
    expect(goesOf(kept({})).join(" ")).not.toMatch(/\b0\b|letter|entr/);
    expect(staysOf(kept({})).join(" ")).not.toMatch(/\b0\b|seat|organises/);
  });

  it("counts one as one", () => {
    expect(goesOf(kept({ alone: 1, letters: 1 }))).toContain("One letter from and to Cormac in the mail room.");
    expect(staysOf(kept({ takesPart: 1 }))).toContain("A seat and its answer in one meeting of others, as “Somebody deleted”.");
    expect(staysOf(kept({ takesPart: 7 }))).toContain("A seat and its answer in 7 meetings of others, as “Somebody deleted”.");
  });

  it("names the sign-in only of who may have one", () => {
    expect(goesOf(kept({})).join(" ")).not.toContain("sign-in");
    expect(goesOf(kept({ who: { ...kept({}).who, inside: true } })).join(" ")).toContain("sign-in");
  });
});
