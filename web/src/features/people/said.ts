import type { PersonSaid } from "../../api/types";

/** What is said anew, with nothing else touched. */
export const nothingSaid: PersonSaid = {
  name: null,
  address: null,
  zone: null,
  post: null,
  place: null,
  hours: null,
  otherAddresses: null,
  telephones: null,
  assistant: null,
  note: null,
  capacity: null,
  features: null,
};

/** A list as it is typed, a line each. */
export const linesOf = (text: string): string[] =>
  text
    .split("\n")
    .map((l) => l.trim())
    .filter(Boolean);
