import type { Absence, AbsenceKind } from "../../api/types";
import { addDays } from "../../lane/time";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";

/** An absence while it is being said. */
export interface Said {
  first: string;
  last: string;
  /** Whole days where both are empty. */
  from: string;
  to: string;
  kind: AbsenceKind;
  reason: string;
  covers: Chosen | undefined;
}

export const nothingSaid: Said = { first: "", last: "", from: "", to: "", kind: "holiday", reason: "", covers: undefined };

export const kinds: { value: AbsenceKind; label: string }[] = [
  { value: "holiday", label: "on holiday" },
  { value: "ill", label: "ill" },
  { value: "travelling", label: "travelling" },
  { value: "other", label: "away" },
];

/** "on holiday", as it stands in a sentence. */
export const wordOf = (kind: AbsenceKind): string => kinds.find((k) => k.value === kind)?.label ?? "away";

/** Its two ends as they are sent; of whole days the second is the midnight after the last. */
export function endsOf(said: Said): { from: string; to: string } {
  if (!said.first || !said.last) return { from: "", to: "" };
  const from = `${said.first}T${said.from || "00:00"}`;
  return { from, to: said.to ? `${said.last}T${said.to}` : `${addDays(said.last, 1)}T00:00` };
}

/** What is wrong with it, in a sentence; undefined where nothing is. */
export function wrongWith(said: Said): string | undefined {
  const { from, to } = endsOf(said);
  return from && to <= from ? "It ends before it begins." : undefined;
}

export function saidOf(absence: Absence): Said {
  const [first = "", from = ""] = absence.from.split("T");
  const [end = "", to = ""] = absence.to.split("T");
  const whole = to === "00:00";
  return {
    first,
    last: whole ? addDays(end, -1) : end,
    from: from === "00:00" ? "" : from,
    to: whole ? "" : to,
    kind: absence.kind,
    reason: absence.reason ?? "",
    covers: absence.covers ? chosenOf(absence.covers) : undefined,
  };
}
