import type { Lane, Lanes, Slots, Zone } from "../../../api/types";
import type { BoardRow } from "../../../lane/board";
import { offsetAt } from "../../../lane/time";

/** A row for everyone who is asked, in their order. */
export function rowsOf(found: Slots, shown: Lanes["days"][number], met: string[]): BoardRow[] {
  return found.people.map((p) => {
    const notes = [
      p.who.town,
      met.includes(p.who.id) ? "" : p.counted ? "one of several" : p.required ? "" : "if free",
      p.known ? "" : p.hoursKnown ? "hours as told" : "not known",
    ];
    return {
      key: p.who.id,
      lane: shown.lanes.find((l) => l.who.id === p.who.id) ?? unknownLane(p.who),
      dayStart: shown.start,
      dayEnd: shown.end,
      title: p.who.inside ? p.who.givenName : p.who.name,
      line: notes.filter(Boolean).join(", "),
      today: shown.today,
      // What clashes already is not what is being arranged.
      notes: [],
    };
  });
}

/** The viewer's zone and those of the others whose clock shows another hour then, from west to east; the farthest where not all can stand. */
export function zonesApart(zones: Zone[], viewer: Zone, moment: number, most: number): Zone[] {
  const offset = (z: Zone) => offsetAt(z, moment);
  const others = new Map(zones.map((z) => [offset(z), z] as const));
  others.delete(offset(viewer));
  const far = (z: Zone) => Math.abs(offset(z) - offset(viewer));
  const shown = [...others.values()].sort((a, b) => far(b) - far(a)).slice(0, most);
  return [viewer, ...shown.sort((a, b) => offset(a) - offset(b))];
}

function unknownLane(who: Lane["who"]): Lane {
  return {
    who,
    known: false,
    hoursKnown: false,
    mayAdd: false,
    maySpeakFor: false,
    hours: [],
    entries: [],
    ways: [],
    clashes: [],
    away: [],
    closed: [],
    where: "",
    tended: null,
    unread: null,
  };
}
