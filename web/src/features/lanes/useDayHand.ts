import { useEffect, useRef, useState, type PointerEvent } from "react";
import type { Day, Entry, Lane, Zone } from "../../api/types";
import { followPointer } from "../../lane/followPointer";
import { rowOfDay } from "../../lane/rows";
import { hour, minute, offsetAt } from "../../lane/time";
import type { HandActions } from "../../lane/useHand";

const slack = 4;

interface Held {
  entry: Entry;
  lane: Lane;
  from: Day;
  /** The day over which it is held. */
  over: Day | undefined;
}

/** An entry some days later or earlier at the same time of day, whatever the clocks do between. */
export function onAnotherDay(zone: Zone, moment: number, days: number): number {
  const at = moment + days * 24 * hour;
  return at + (offsetAt(zone, moment) - offsetAt(zone, at)) * minute;
}

/** Takes an entry by its line in the month and puts it down on another day; Escape lets go. */
export function useDayHand(days: Day[], zone: Zone | undefined, actions: HandActions | undefined) {
  const [held, setHeld] = useState<Held>();
  const dragged = useRef(false);
  const release = useRef<(() => void) | undefined>(undefined);
  useEffect(() => () => release.current?.(), []);

  const grab = (event: PointerEvent, entry: Entry, lane: Lane, from: Day) => {
    dragged.current = false;
    if (!actions || !zone || event.button !== 0 || entry.allDay) return;
    const start = { x: event.clientX, y: event.clientY };
    let now: Held | undefined;
    const dayUnder = (e: globalThis.PointerEvent) => {
      const cell = document.elementFromPoint(e.clientX, e.clientY)?.closest<HTMLElement>("[data-date]");
      return days.find((d) => d.date === cell?.dataset["date"]);
    };
    const letGo = () => setHeld(undefined);
    const move = (e: globalThis.PointerEvent) => {
      if (!now && Math.hypot(e.clientX - start.x, e.clientY - start.y) < slack) return;
      dragged.current = true;
      if (!entry.mayChange) {
        release.current?.();
        return actions.onCannot(entry);
      }
      now = { entry, lane, from, over: dayUnder(e) };
      setHeld(now);
    };
    const up = () => {
      letGo();
      if (!now?.over || now.over.date === from.date) return;
      const by = Math.round((now.over.start - from.start) / (24 * hour));
      actions.onMove(entry, rowOfDay(lane, from), onAnotherDay(zone, entry.start, by), onAnotherDay(zone, entry.end, by));
    };
    release.current = followPointer({ move, up, escape: letGo, cancel: letGo });
  };

  /** Whether the click that follows a drag is to be passed over. */
  return { held, grab, wasDragged: () => dragged.current };
}
