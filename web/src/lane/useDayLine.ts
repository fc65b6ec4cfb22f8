import { useState } from "react";
import type { Zone } from "../api/types";
import type { BoardRow } from "./board";
import { clock } from "./time";

/** The day of the lane that is pointed at as a line of names, whatever has a number there; undefined where none is. */
export function useDayLine(zone: Zone | undefined): [words: string | undefined, onPoint: (row: BoardRow | undefined) => void] {
  const [row, setRow] = useState<BoardRow>();
  if (!row || !zone) return [undefined, setRow];
  const entries = row.lane.entries.map((e) => (e.allDay ? `all day ${e.label}` : `${clock(zone, e.start)} ${e.label}`));
  return [`${row.title}: ${entries.length === 0 ? "nothing stands there" : entries.join(", ")}.`, setRow];
}
