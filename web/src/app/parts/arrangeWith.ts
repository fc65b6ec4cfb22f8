import type { EntryDetails, KeptDraft, LineReading, Person, TimeAsked } from "../../api/types";

/** A meeting begun elsewhere: whom to ask, and perhaps when; one like another; one that was saved; one that is being written; one at a time that is held; one that was asked for; or one that was typed in a line. */
export type Begun =
  | { with: Person; inNameOf?: string; at?: { start: number; minutes: number } }
  | { like: EntryDetails }
  | { saved: EntryDetails }
  | { draft: KeptDraft }
  | { hold: EntryDetails }
  | { request: TimeAsked }
  | { line: LineReading; inNameOf: string | undefined };

/** What makes a draft of its own; one that is being written is one already. */
export type Beginning = Exclude<Begun, { draft: KeptDraft }>;

let begun: Begun | undefined;

/** Hands a beginning to Arrange, which takes it when it opens. */
export function beginArranging(what: Begun) {
  begun = what;
}

export function takeBegun(): Begun | undefined {
  const taken = begun;
  begun = undefined;
  return taken;
}
