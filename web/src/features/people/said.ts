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

/** Whether somebody seems to be inside: their address ends as the own one does; before it is typed, where nobody else is there yet. */
export function seemsInside(address: string, own: string, alone: boolean): boolean {
  const end = (of: string) => of.split("@")[1]?.trim().toLowerCase();
  return end(address) === undefined ? alone : end(address) === end(own);
}
