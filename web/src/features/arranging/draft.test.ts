import { describe, expect, it } from "vitest";
import type { LineReading, Person, Zone } from "../../api/types";
import { chosenOf } from "../../sentence/PeoplePicker";
import { begunDraft, changedDraft, freshDraft, withoutOrganiser } from "./draft";

const zone = { id: "Europe/Lisbon", name: "Lisbon", offsets: [{ from: 0, offsetMinutes: 0 }] } as unknown as Zone;
const person = (id: string) => ({ id, name: id, givenName: id, kind: "person", inside: true }) as Person;

const reading = (more: Partial<LineReading>): LineReading =>
  ({
    inNameOf: null,
    title: "Budget",
    required: [],
    optional: [],
    requiredAddresses: [],
    optionalAddresses: [],
    from: null,
    to: null,
    start: null,
    when: "",
    minutes: null,
    place: null,
    video: null,
    private: null,
    repeats: null,
    notUnderstood: [],
    local: null,
    zone: null,
    endZone: null,
    wishes: null,
    ...more,
  }) as LineReading;

const asked = (more: Partial<LineReading>) =>
  begunDraft({ line: reading(more), inNameOf: undefined }, zone, Date.UTC(2027, 2, 8), "maren").required.map((r) => r.id);

describe("a meeting begun by a line", () => {
  it("does not invite whoever organises where nobody is said", () => {
    expect(asked({ required: [person("maren"), person("ana")] })).toEqual(["ana"]);
  });

  it("does not invite whoever the line says organises", () => {
    expect(asked({ inNameOf: "desmond", required: [person("maren"), person("desmond")] })).toEqual(["maren"]);
  });
});

describe("whoever organises", () => {
  it("is taken from both lists, and what was not said stays unsaid", () => {
    expect(withoutOrganiser({ title: "Budget" }, "maren")).toEqual({ title: "Budget" });
  });

  it("is none of several, and not met one after another", () => {
    const line = reading({
      some: { of: [person("maren"), person("ana")], addresses: ["bela@tides.example"], atLeast: 1 },
      each: { of: [person("maren"), person("owen")], addresses: [], inOneRun: true },
    });
    const draft = begunDraft({ line, inNameOf: undefined }, zone, 0, "maren");
    expect([draft.some.of.map((c) => c.id), draft.some.atLeast]).toEqual([["ana", "bela@tides.example"], 1]);
    expect([draft.each.of.map((c) => c.id), draft.each.inOneRun]).toEqual([["owen"], true]);
  });

  it("is invited no longer once the meeting is in their name", () => {
    const draft = {
      ...freshDraft(zone, 0),
      required: [chosenOf(person("desmond")), chosenOf(person("ana"))],
      optional: [chosenOf(person("maren"))],
    };
    const next = changedDraft(draft, { inNameOf: "desmond" });
    expect([next.required, next.optional].map((who) => who.map((c) => c.id))).toEqual([["ana"], ["maren"]]);
    expect(changedDraft(draft, { title: "Budget" }).required).toHaveLength(2);
  });
});
