import type { EntryDetails, Person, TimeAsked } from "../api/types";

/** A meeting begun elsewhere: whom to ask, and perhaps when; one like another; one that was saved; one at a time that is held; or one that was asked for. */
export type Begun =
  | { with: Person; at?: { start: number; minutes: number } }
  | { like: EntryDetails }
  | { saved: EntryDetails }
  | { hold: EntryDetails }
  | { request: TimeAsked };

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
