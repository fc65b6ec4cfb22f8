import type { Admission, Rank } from "../api/types";

/** When one can be reminded. */
export const reminders = [
  { value: "usual", label: "as usual", note: "time to leave, or before" },
  { value: "none", label: "none" },
  { value: "0", label: "as it begins" },
  { value: "5", label: "5 minutes before" },
  { value: "15", label: "15 minutes before" },
  { value: "30", label: "30 minutes before" },
  { value: "60", label: "an hour before" },
  { value: "120", label: "2 hours before" },
  { value: "1440", label: "a day before" },
];

export const reminderWords = (reminder: string) => reminders.find((r) => r.value === reminder)?.label ?? `${reminder} minutes before`;

/** How far an entry may be moved for something else. */
export const ranks: { value: Rank | "none"; label: string; note: string }[] = [
  { value: "fixed", label: "fixed", note: "it stays where it is" },
  { value: "askFirst", label: "ask first", note: "before it is moved" },
  { value: "mayMove", label: "may move", note: "for something more important" },
  { value: "none", label: "not said whether it may move", note: "" },
];

export const rankWords = (rank: Rank | null | undefined) => ranks.find((r) => r.value === (rank ?? "none"))?.label ?? "";

/** Who joins a conference by its link at once; everyone else knocks. */
export const admissions: { value: Admission; label: string; note?: string }[] = [
  { value: "asked", label: "those invited", note: "others ask to come in" },
  { value: "inside", label: "everyone inside", note: "others ask to come in" },
  { value: "anyone", label: "whoever has the link" },
];
