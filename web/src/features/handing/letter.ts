import type { SendCalendarRequest } from "../../api/types";

/** What of a calendar is sent, and how it is written. */
export interface Wanted {
  from: string;
  days: number;
  most: "outline" | "headlines" | "everything";
  form: SendCalendarRequest["form"];
  isPrivate: boolean;
  papers: boolean;
  /** In whose times; undefined for those of whose calendar it is. */
  zone?: { id: string; city: string };
}

export const spans = [
  { value: 1, label: "one day" },
  { value: 2, label: "two days" },
  { value: 7, label: "seven days" },
  { value: 30, label: "thirty days" },
  { value: 92, label: "three months" },
  { value: 366, label: "a year" },
];

export const mosts = [
  { value: "headlines" as const, label: "titles and places" },
  { value: "outline" as const, label: "only what time is taken" },
  { value: "everything" as const, label: "all of it, with people and agenda" },
];

export const forms = [
  { value: "byDay" as const, label: "day by day" },
  { value: "inOneRun" as const, label: "in one run of lines" },
  { value: "freeTimes" as const, label: "as the times that are free" },
];

/** As it is asked for, before it is sent and as it is. */
export const letterRequest = (wanted: Wanted, to: string[], note: string): SendCalendarRequest => ({
  to,
  from: wanted.from,
  days: wanted.days,
  most: wanted.most,
  private: wanted.isPrivate && wanted.most !== "outline",
  form: wanted.form,
  zone: wanted.zone?.id ?? null,
  note: note.trim() || null,
  papers: wanted.papers && wanted.most === "everything",
});
