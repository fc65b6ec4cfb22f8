import type { Day, Lane, Zone } from "../api/types";
import type { BoardRow } from "./board";
import { clock, lengthText } from "./time";

/** A row a person, for one day. */
export function rowOfPerson(lane: Lane, day: Day, zones: Zone[], now: number): BoardRow {
  const zone = zones.find((z) => z.id === lane.who.zone);
  return {
    key: lane.who.id,
    lane,
    dayStart: day.start,
    dayEnd: day.end,
    title: lane.who.name,
    ...(zone && day.today ? { aside: clock(zone, now) } : {}),
    line: lane.where,
    today: day.today,
    notes: clashes(lane),
  };
}

/** Each clash has its bracket; those that run into one another share one, so that their words do not stand on each other. */
export function clashes(lane: Lane): BoardRow["notes"] {
  const notes: (BoardRow["notes"][number] & { count: number })[] = [];
  for (const c of lane.clashes.toSorted((a, b) => a.start - b.start)) {
    const last = notes.at(-1);
    if (!last || c.start >= last.end) {
      notes.push({ start: c.start, end: c.end, words: `clash, ${c.words}`, tone: "brick", count: 1 });
      continue;
    }
    last.end = Math.max(last.end, c.end);
    last.count++;
    last.words = `${last.count} clashes, ${lengthText(last.end - last.start)}`;
  }
  return notes;
}

/** A row a day, for one person. */
export function rowOfDay(lane: Lane, day: Day): BoardRow {
  return {
    key: `${lane.who.id}${day.date}`,
    lane,
    dayStart: day.start,
    dayEnd: day.end,
    title: day.shortLabel,
    line: day.today ? lane.where : lane.who.town,
    today: day.today,
    weight: day.today ? 1.45 : 1,
    notes: clashes(lane),
  };
}
