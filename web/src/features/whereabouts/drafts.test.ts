import { describe, expect, it } from "vitest";
import { drafts, languages } from "./drafts";

const said = { day: "2027-03-20", hour: "", cover: "Tomé Vidal", coverAddress: "tome@ebbline.example" };

describe("the texts of an absence", () => {
  it("are English alone until another language is chosen", () => {
    expect(drafts(said, [])).toEqual({
      inside: "I am away until Saturday 20 March. Tomé Vidal decides for me meanwhile.",
      outside: "I am away until Saturday 20 March. For anything urgent please write to tome@ebbline.example.",
    });
    expect(drafts({ ...said, hour: "14:00", cover: undefined, coverAddress: undefined }, []).outside).toBe(
      "I am away until Saturday 20 March, 14:00.",
    );
    expect(drafts({ ...said, coverAddress: undefined }, []).outside).toContain("please turn to Tomé Vidal.");
  });

  it("stand in each language chosen, one below the other, with its own dates", () => {
    const { inside, outside } = drafts(said, ["de", "pt"]);
    expect(inside.split("\n\n")).toEqual([
      "I am away until Saturday 20 March. Tomé Vidal decides for me meanwhile.",
      "Estou ausente até sábado, 20 de março. Entretanto decide por mim Tomé Vidal.",
      "Ich bin bis Samstag, 20. März nicht erreichbar. Tomé Vidal entscheidet solange für mich.",
    ]);
    expect(outside).toContain("escreva para tome@ebbline.example.");
  });

  it("fit what a text may be long in all languages at once", () => {
    const long = { ...said, hour: "14:00", cover: "x".repeat(80), coverAddress: "x".repeat(80) };
    const { inside, outside } = drafts(
      long,
      languages.map((l) => l.id),
    );
    expect(Math.max(inside.length, outside.length)).toBeLessThan(1000);
  });
});
