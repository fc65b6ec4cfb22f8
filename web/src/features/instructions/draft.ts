import type { Instruction, InstructionRequest, Person } from "../../api/types";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";

/** A standing instruction while it is written. */
export interface Draft {
  of: Person;
  answer: InstructionRequest["answer"];
  asks: InstructionRequest["asks"];
  people: Chosen[];
  time: InstructionRequest["time"];
  clashTitle: string;
  title: string;
  atLeastMinutes: number | null;
  line: string;
  byItself: boolean;
}

export const newDraft = (of: Person): Draft => ({
  of,
  answer: "declined",
  asks: "anybody",
  people: [],
  time: "clashes",
  clashTitle: "",
  title: "",
  atLeastMinutes: null,
  line: "",
  byItself: false,
});

export const draftOf = (said: Instruction): Draft => ({
  of: said.for,
  answer: said.answer,
  asks: said.asks,
  people: said.people.map(chosenOf),
  time: said.time,
  clashTitle: said.clashTitle ?? "",
  title: said.title ?? "",
  atLeastMinutes: said.atLeastMinutes,
  line: said.line ?? "",
  byItself: said.byItself,
});

/** As it is sent. What does not belong to what was chosen is left out. */
export const requestOf = (draft: Draft): InstructionRequest => ({
  inNameOf: draft.of.id,
  asks: draft.asks,
  people: draft.asks === "these" ? draft.people.map((p) => p.id) : [],
  time: draft.time,
  clashTitle: draft.time === "clashes" ? draft.clashTitle.trim() || null : null,
  title: draft.title.trim() || null,
  atLeastMinutes: draft.atLeastMinutes,
  answer: draft.answer,
  line: draft.line.trim() || null,
  byItself: draft.byItself,
});

/** "Ana Brandão", "Ana Brandão or Tomé Reis". */
export const orOf = (names: string[]) => (names.length < 2 ? names.join("") : `${names.slice(0, -1).join(", ")} or ${names.at(-1) ?? ""}`);
