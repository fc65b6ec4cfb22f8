import type { Day, Lane, Zone } from "../api/types";
import type { BoardRow } from "./LaneBoard";
import { clock } from "./time";

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

const clashes = (lane: Lane): BoardRow["notes"] =>
  lane.clashes.map((c) => ({ start: c.start, end: c.end, words: `clash, ${c.words}`, tone: "brick" }));

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
