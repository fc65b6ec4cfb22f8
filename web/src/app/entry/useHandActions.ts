import { useNavigate } from "@tanstack/react-router";
import { Problem } from "../../api/client";
import type { Zone } from "../../api/types";
import { clock, dateText, dayAndMonth, localText, minute } from "../../lane/time";
import type { HandActions } from "../../lane/useHand";
import { beginArranging } from "../parts/arrangeWith";
import { useChanges } from "../hooks/changes";
import { changeEntry } from "./changeEntry";
import type { useEntrySheet } from "./useEntrySheet";

const when = (zone: Zone, start: number, end: number) =>
  `${dayAndMonth(dateText(zone, start))}, ${clock(zone, start)} to ${clock(zone, end)}`;

/** What the hand does on lanes: a single appointment is moved at once and can be taken back; where others are told, or of a series, its sheet asks first. */
export function useHandActions(sheet: ReturnType<typeof useEntrySheet>, zone: Zone | undefined): HandActions | undefined {
  const navigate = useNavigate();
  const { run, fail, ask } = useChanges();
  if (!zone) return undefined;
  return {
    onMove: (entry, row, start, end) => {
      if (!entry.id) return;
      // Whoever is told is told once, after it was seen what the move does to them.
      if (entry.series || entry.tellsOthers)
        return sheet.open(entry.id, row.lane.who.id, entry.occurrence, { start, end, words: when(zone, start, end) });
      const move = { fromStart: entry.start, fromEnd: entry.end, toStart: start, toEnd: end };
      run(
        changeEntry(entry.id, { occurrence: entry.occurrence, reach: "all", move }),
        `“${entry.label}” is now ${clock(zone, start)} to ${clock(zone, end)}.`,
      );
    },
    onCannot: (entry) =>
      fail(
        new Problem(
          `“${entry.label}” is not yours to move. Open it to ask for another time, or arrange anew.`,
          "corlin:may-not-change",
          403,
          undefined,
        ),
      ),
    onAdd: (row, start, end, pressed) => {
      // What is open is not closed by a press beside it.
      if (pressed && sheet.shown) return;
      sheet.add({
        owner: { id: row.lane.who.id, name: row.lane.who.name },
        start: localText(zone, start),
        zone: zone.id,
        minutes: (end - start) / minute,
        moment: start,
      });
    },
    // Nothing is begun by a stray hand.
    onAsk: (row, start, end) =>
      ask(`Nothing is entered on the lane of ${row.lane.who.name} from here, who can be asked.`, {
        words: `Arrange with ${row.lane.who.givenName} for ${clock(zone, start)}`,
        go: () => {
          beginArranging({ with: row.lane.who, at: { start, minutes: (end - start) / minute } });
          void navigate({ to: "/arrange" });
        },
      }),
  };
}
