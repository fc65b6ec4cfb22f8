import { makesConferences } from "../../api/client";
import type { Admission, AnyRoom, EntryDetails, LineReading, Moved, Person, Rank, TimeAsked, Wishes, Zone } from "../../api/types";
import type { Beginning } from "../../app/parts/arrangeWith";
import { oneAfterAnother, someOf } from "../../app/parts/several";
import { noWishes } from "../../app/parts/wishes";
import { addDays, dateText, minute } from "../../lane/time";
import type { Deadline } from "../../sentence/DeadlineFields";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";
import { htmlOf } from "../../sentence/RichText";

/** How it is held apart from a place: not at all, by a link that is made, or by one that is there already. */
export type Conference = "none" | "made" | "given";

/** Stretches that are kept on calendars meanwhile. */
export interface Held {
  request: string;
  /** In milliseconds since 1970. */
  starts: number[];
  lapses: number;
}

export interface Some {
  of: Chosen[];
  atLeast: number;
}

/** People who are met one after another, each in a meeting of their own. */
export interface Each {
  of: Chosen[];
  /** Whether one begins as soon as the one before allows. */
  inOneRun: boolean;
  /** When some are met that were put there by hand, by their ids. */
  byHand: Record<string, number>;
}

const givenNameOf = (who: Chosen) => who.givenName;

/** "Ana and Marta one after another"; empty where nobody is named. */
export const eachWords = ({ of, inOneRun }: Each) => (of.length === 0 ? "" : oneAfterAnother(of.map(givenNameOf), inOneRun));

/** "one of Ana and Marta"; empty where nobody is named. */
export const someWords = ({ of, atLeast }: Some) => (of.length === 0 ? "" : someOf(of.map(givenNameOf), atLeast));

/** A meeting as it is written. It is kept on the server, so that it survives a closed tab. */
export interface Draft {
  inNameOf: string | undefined;
  title: string;
  required: Chosen[];
  optional: Chosen[];
  /** People of whom only so many must come. */
  some: Some;
  each: Each;
  minutes: number;
  from: string;
  to: string;
  conference: Conference;
  link: string;
  dialIn: string;
  /** Who joins by the link at once. */
  admission: Admission;
  place: string;
  /** Any room like that; undefined where none is sought. */
  room: AnyRoom | undefined;
  /** Rich text as HTML. */
  agenda: string;
  line: string;
  private: boolean;
  /** How it repeats, in words; empty for once. */
  repeats: string;
  answers: boolean;
  /** Until when answers are wanted; undefined where nothing is said. */
  deadline: Deadline | undefined;
  category: string;
  reminder: string;
  rank: Rank | undefined;
  /** By how many minutes the hours of some are loosened at both ends, by their ids. */
  loosened: Record<string, number>;
  /** What is wished of a free slot besides. */
  wishes: Wishes;
  /** The zone in which its times are told; undefined for the writer's. */
  toldIn: string | undefined;
  /** The zone in which its end is told, where it is another. */
  endZone: string | undefined;
  /** The chosen start, in milliseconds since 1970. */
  start: number | undefined;
  /** The times of a series that are to be elsewhere, from the chosen start on. */
  moved: Moved[];
  /** Where two hours take turns, how each of the two repeats, and when the other begins; undefined otherwise. */
  turn: { then: number; repeats: string; thenRepeats: string } | undefined;
  /** The starts that are chosen to be held, or are. */
  holding: number[];
  held: Held | undefined;
  /** The public id of the meeting where it was saved and not sent. */
  saved: string | undefined;
  /** The public id of what somebody asked for, of which it comes. */
  request: string | undefined;
}

export function freshDraft(viewerZone: Zone, now: number): Draft {
  const today = dateText(viewerZone, now);
  return {
    inNameOf: undefined,
    title: "",
    required: [],
    optional: [],
    some: { of: [], atLeast: 1 },
    each: { of: [], inOneRun: false, byHand: {} },
    minutes: 45,
    from: addDays(today, 1),
    to: addDays(today, 11),
    conference: makesConferences() ? "made" : "none",
    link: "",
    dialIn: "",
    admission: "asked",
    place: "",
    room: undefined,
    agenda: "",
    line: "",
    private: false,
    repeats: "",
    answers: true,
    deadline: undefined,
    category: "",
    reminder: "usual",
    rank: undefined,
    loosened: {},
    wishes: noWishes,
    toldIn: undefined,
    endZone: undefined,
    start: undefined,
    moved: [],
    turn: undefined,
    holding: [],
    held: undefined,
    saved: undefined,
    request: undefined,
  };
}

/**
 * A draft with a part of it said anew. Times of a series that were moved, and two that take turns, belong to the series as it was; who
 * organises now is invited no longer.
 */
export function changedDraft(draft: Draft, part: Partial<Draft>): Draft {
  const said = { ...draft, ...part };
  const next = part.inNameOf === undefined ? said : withoutOrganiser(said, part.inNameOf);
  const another = (["start", "repeats", "minutes", "toldIn"] as const).some((key) => next[key] !== draft[key]);
  return another ? { ...next, moved: part.moved ?? [], turn: part.turn } : next;
}

/** A draft as it was kept; the days in which it was to be may be over. */
export function readDraft(parts: string, fresh: Draft): Draft {
  const read = JSON.parse(parts) as Partial<Draft>;
  const draft = { ...fresh, ...read };
  return draft.to >= fresh.from || draft.start !== undefined ? draft : { ...draft, from: fresh.from, to: fresh.to };
}

/** Whether anything was written that is worth keeping. */
export const saysSomething = (draft: Draft) =>
  draft.title !== "" || draft.required.length + draft.optional.length > 0 || draft.agenda !== "" || draft.saved !== undefined;

/** Everything of a meeting but its time. */
function like(entry: EntryDetails, fresh: Draft): Draft {
  const asked = (roles: string[]) => entry.attendees.filter((a) => roles.includes(a.role)).map((a) => chosenOf(a.who));
  return {
    ...fresh,
    inNameOf: entry.organiser?.id,
    title: entry.title,
    required: asked(["required", "resource"]),
    optional: asked(["optional"]),
    minutes: Math.round((entry.end - entry.start) / minute),
    conference: entry.link === null || !makesConferences() ? "none" : "made",
    admission: entry.admission,
    place: entry.place ?? "",
    agenda: htmlOf(entry.styledAgenda, entry.agenda),
    private: entry.private,
    answers: entry.answersWanted,
    category: entry.mark?.category?.name ?? "",
    rank: entry.mark?.rank ?? undefined,
  };
}

/** A meeting that was saved and not sent, to be written on. */
function savedOne(entry: EntryDetails, fresh: Draft, viewerZone: Zone): Draft {
  return {
    ...like(entry, fresh),
    ...around(fresh, dateText(viewerZone, entry.start)),
    conference: entry.link === null ? "none" : "given",
    link: entry.link ?? "",
    dialIn: entry.dialIn ?? "",
    line: entry.line ?? "",
    repeats: entry.repeats ?? "",
    reminder: entry.mark?.reminder ?? "usual",
    toldIn: entry.said.zone === viewerZone.id ? undefined : entry.said.zone,
    endZone: entry.said.endZone ?? undefined,
    start: entry.start,
    moved: entry.moved,
    saved: entry.id,
  };
}

/** Around a day the span in which slots are looked for. */
const around = (fresh: Draft, day: string) => ({ from: day < fresh.from ? day : fresh.from, to: day > fresh.to ? day : fresh.to });

/** What is begun elsewhere, as a draft of its own: what was being written is kept beside it. */
export function begunDraft(begun: Beginning, viewerZone: Zone, now: number, usual: string): Draft {
  const fresh = freshDraft(viewerZone, now);
  if ("like" in begun) return like(begun.like, fresh);
  if ("saved" in begun) return savedOne(begun.saved, fresh, viewerZone);
  if ("hold" in begun) return atHold(begun.hold, fresh, viewerZone);
  if ("request" in begun) return fromRequest(begun.request, fresh);
  if ("line" in begun) {
    const said = { ...fresh, ...(begun.inNameOf === undefined ? {} : { inNameOf: begun.inNameOf }), ...partsOf(begun.line) };
    return withoutOrganiser(said, said.inNameOf ?? usual);
  }
  const asked = withoutOrganiser({ ...fresh, inNameOf: begun.inNameOf, required: [chosenOf(begun.with)] }, begun.inNameOf);
  if (!begun.at) return asked;
  return { ...asked, ...around(fresh, dateText(viewerZone, begun.at.start)), minutes: begun.at.minutes, start: begun.at.start };
}

/** A meeting at a time that is held, with the other holds of its request. */
function atHold(hold: EntryDetails, fresh: Draft, viewerZone: Zone): Draft {
  const starts = hold.held?.starts ?? [];
  return {
    ...fresh,
    ...around(fresh, dateText(viewerZone, hold.start)),
    inNameOf: hold.organiser?.id,
    title: hold.title,
    minutes: Math.round((hold.end - hold.start) / minute),
    start: hold.start,
    holding: starts,
    held: hold.held ? { request: hold.held.request, starts, lapses: hold.held.lapsesAt ?? 0 } : undefined,
  };
}

/** What somebody asked for, as a meeting with them. */
function fromRequest(request: TimeAsked, fresh: Draft): Draft {
  const caller = request.caller.toLowerCase();
  const byAddress = { id: caller, name: request.caller, givenName: request.caller, person: undefined };
  return {
    ...fresh,
    inNameOf: request.for.id,
    title: request.why || request.caller,
    required: request.person ? [chosenOf(request.person)] : request.mayWrite ? [byAddress] : [],
    minutes: request.minutes,
    private: request.private,
    request: request.id,
  };
}

/** What was said, without inviting in whose name it is: they come in any case. */
export function withoutOrganiser<T extends Partial<Draft>>(said: T, organiser: string | undefined): T {
  const others = (asked: Chosen[]) => asked.filter((c) => c.id !== organiser);
  return {
    ...said,
    ...(said.required && { required: others(said.required) }),
    ...(said.optional && { optional: others(said.optional) }),
    ...(said.some && { some: { ...said.some, of: others(said.some.of) } }),
    ...(said.each && { each: { ...said.each, of: others(said.each.of) } }),
  };
}

const byAddress = (address: string): Chosen => ({ id: address, name: address, givenName: address, person: undefined });

const chosenOfLine = (people: Person[], addresses: string[]) => [...people.map(chosenOf), ...addresses.map(byAddress)];

/** What was read of a line, as parts of the sentence. */
export function partsOf(line: LineReading): Partial<Draft> {
  const parts: Partial<Draft> = {};
  if (line.inNameOf !== null) parts.inNameOf = line.inNameOf;
  if (line.title !== null) parts.title = line.title;
  const required = chosenOfLine(line.required, line.requiredAddresses);
  const optional = chosenOfLine(line.optional, line.optionalAddresses);
  if (required.length > 0) parts.required = required;
  if (optional.length > 0) parts.optional = optional;
  if (line.some) parts.some = { of: chosenOfLine(line.some.of, line.some.addresses), atLeast: line.some.atLeast };
  if (line.each) parts.each = { of: chosenOfLine(line.each.of, line.each.addresses), inOneRun: line.each.inOneRun, byHand: {} };
  if (line.minutes !== null) parts.minutes = line.minutes;
  if (line.from !== null && line.to !== null) Object.assign(parts, { from: line.from, to: line.to });
  if (line.start !== null) parts.start = line.start;
  if (line.room) parts.room = line.room;
  if (line.place !== null) parts.place = line.place;
  if (line.video !== null) parts.conference = line.video ? "made" : "none";
  if (line.private !== null) parts.private = line.private;
  if (line.repeats !== null) parts.repeats = line.repeats;
  if (line.wishes) parts.wishes = line.wishes;
  return parts;
}
