import type { Absence, AbsenceKind, CoverMay, NewInvitations, ReasonTold } from "../../api/types";
import { addDays } from "../../lane/time";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";
import { drafts } from "./drafts";

/** An absence while it is being said. */
export interface Said {
  first: string;
  last: string;
  /** Whole days where both are empty. */
  from: string;
  to: string;
  kind: AbsenceKind;
  reason: string;
  reasonTo: ReasonTold;
  covers: Chosen | undefined;
  coverMay: CoverMay;
  /** Of one's own absence: who covers holds meanwhile what one holds in the calendars of others. */
  coversPrincipals: boolean;
  invitations: NewInvitations;
  /** As they were written by hand; as they are drafted until then. */
  inside: string | undefined;
  outside: string | undefined;
}

export const nothingSaid: Said = {
  first: "",
  last: "",
  from: "",
  to: "",
  kind: "holiday",
  reason: "",
  reasonTo: "keepers",
  covers: undefined,
  coverMay: "asNow",
  coversPrincipals: false,
  invitations: "kept",
  inside: undefined,
  outside: undefined,
};

export const invitations: { value: NewInvitations; label: string }[] = [
  { value: "kept", label: "wait for an answer" },
  { value: "declined", label: "are declined with the text" },
  { value: "passedOn", label: "are declined and passed to who covers" },
];

export const reasonTold: { value: ReasonTold; label: string }[] = [
  { value: "keepers", label: "who keeps the calendar" },
  { value: "inside", label: "everyone inside who sees it" },
];

/** What who covers may do meanwhile, as it stands in a sentence. */
export const coverMay = (whose: string): { value: CoverMay; label: string }[] => [
  { value: "asNow", label: "does what they may do anyway" },
  { value: "change", label: "may add and change entries" },
  { value: "speakFor", label: `may answer and decide for ${whose}` },
];

/** The texts as they stand: drafted from what is said, in the languages chosen, until they are written by hand. */
export function textsOf(said: Said, languages: string[]): { inside: string; outside: string } {
  const { to } = endsOf(said);
  if (!to) return { inside: said.inside ?? "", outside: said.outside ?? "" };
  const [day = "", hour = ""] = to.split("T");
  const cover = said.covers;
  const drafted = drafts(
    { day, hour: hour === "00:00" ? "" : hour, cover: cover?.name, coverAddress: cover?.person?.address ?? undefined },
    languages,
  );
  return { inside: said.inside ?? drafted.inside, outside: said.outside ?? drafted.outside };
}

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
    reasonTo: absence.reasonTo,
    coverMay: absence.coverMay,
    coversPrincipals: false,
    covers: absence.covers ? chosenOf(absence.covers) : undefined,
    invitations: absence.texts.invitations,
    inside: absence.texts.inside ?? "",
    outside: absence.texts.outside ?? "",
  };
}
