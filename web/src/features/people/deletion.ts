import type { Deleting } from "../../api/types";
import { count } from "../../lane/words";

/** What of somebody is deleted, a sentence each. */
export function goesOf({ who, alone, letters }: Deleting): string[] {
  const name = who.givenName;
  return [
    `${name}’s name, addresses, telephone numbers and notes, and how they were before.`,
    ...(alone > 0 ? [`${count(alone, "One entry", "entries")} that only ${name} is in, with papers, notes and history.`] : []),
    ...(letters > 0 ? [`${count(letters, "One letter", "letters")} from and to ${name} in the mail room.`] : []),
    `What ${name} wrote beside answers, there and in the history.`,
    ...(who.inside ? [`Where ${name} was and is, absences, wishes, settings, devices and the sign-in.`] : []),
  ];
}

/** What must stay, because it is others’ too, or has left. */
export function staysOf({ who, organised, takesPart }: Deleting): string[] {
  const name = who.givenName;
  return [
    ...(organised > 0
      ? [`${count(organised, "One meeting", "meetings")} that ${name} organises and others are in, as organised by “Somebody deleted”.`]
      : []),
    ...(takesPart > 0 ? [`A seat and its answer in ${count(takesPart, "one meeting", "meetings")} of others, as “Somebody deleted”.`] : []),
    `Titles, agendas, notes and papers of others, where they name ${name}.`,
    "That it was deleted, when, and by whom.",
    "Backups made until now: the last of them goes after four weeks.",
    "What has left Corlin: letters, files, and calendars on the devices of others.",
  ];
}
