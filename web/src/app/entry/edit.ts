import type { EntryDetails, EntryPart, EntryParts, TimeRequest } from "../../api/types";
import { htmlOf } from "../../sentence/RichText";
import type { Takes } from "./parts/TakesPart";

/** The parts of an entry as they stand on the sheet. */
export interface Draft {
  time: TimeRequest;
  title: string;
  place: string;
  /** Rich text as HTML. */
  agenda: string;
  /** The agenda as it reads, which is held against what stands on the server. */
  agendaRead: string;
  private: boolean;
  /** Empty for once. */
  repeats: string;
  link: string;
  dialIn: string;
  line: string;
  answersWanted: boolean;
  /** Of an appointment how it takes time; undefined of what is none. */
  takes: Takes | undefined;
}

export const nothing: EntryParts = {
  time: null,
  title: null,
  place: null,
  agenda: null,
  private: null,
  repeats: null,
  link: null,
  dialIn: null,
  line: null,
  answersWanted: null,
  takes: null,
};

export function draftOf(entry: EntryDetails): Draft {
  return {
    time: { ...entry.said },
    title: entry.title,
    place: entry.place ?? "",
    agenda: htmlOf(entry.styledAgenda, entry.agenda),
    agendaRead: entry.agenda ?? "",
    private: entry.private,
    repeats: entry.repeats ?? "",
    link: entry.link ?? "",
    dialIn: entry.dialIn ?? "",
    line: entry.line ?? "",
    answersWanted: entry.answersWanted,
    takes: entry.kind === "appointment" ? (entry.takes as Takes) : undefined,
  };
}

/** The parts that differ, as they were seen and as they should become. */
export function difference(was: Draft, now: Draft): { was: EntryParts; becomes: EntryParts; parts: EntryPart[] } {
  const parts: EntryPart[] = [];
  const before: EntryParts = { ...nothing };
  const becomes: EntryParts = { ...nothing };
  const take = (key: Exclude<EntryPart, "repeat">) => {
    if (JSON.stringify(was[key]) === JSON.stringify(now[key])) return;
    parts.push(key);
    Object.assign(before, { [key]: was[key] });
    Object.assign(becomes, { [key]: now[key] });
  };
  take("time");
  take("title");
  take("place");
  take("agenda");
  if (before.agenda !== null) before.agenda = was.agendaRead;
  take("private");
  take("link");
  take("dialIn");
  take("line");
  take("answersWanted");
  take("takes");
  if (was.repeats !== now.repeats) {
    parts.push("repeat");
    before.repeats = was.repeats;
    becomes.repeats = now.repeats;
  }
  return { was: before, becomes, parts };
}

export const partWords: Record<EntryPart, string> = {
  time: "the time",
  title: "the title",
  place: "the place",
  agenda: "the agenda",
  private: "who may read it",
  repeat: "how it repeats",
  link: "the conference",
  dialIn: "the dial-in",
  line: "the line to those invited",
  answersWanted: "whether answers are wanted",
  takes: "how it takes time",
};
