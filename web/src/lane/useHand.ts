import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent, type RefObject } from "react";
import type { Entry } from "../api/types";
import type { Axis } from "./axis";
import { followPointer } from "./followPointer";
import type { BoardRow } from "./board";
import { minute } from "./time";

/** What is held over the board, by pointer or by key. */
export interface Held {
  kind: "move" | "start" | "end" | "add";
  row: BoardRow;
  entry: Entry | undefined;
  start: number;
  end: number;
  byKey: boolean;
}

/** What may be done with the hand; what is absent cannot. */
export interface HandActions {
  /** An entry was put down at another time, on the same person's lane. */
  onMove: (entry: Entry, row: BoardRow, start: number, end: number) => void;
  /** Somebody tried to take an entry that they may not change. */
  onCannot: (entry: Entry) => void;
  /** A stretch was drawn on a lane to which one may add, or free lane was pressed. */
  onAdd: (row: BoardRow, start: number, end: number, pressed: boolean) => void;
  /** A stretch was drawn on the lane of somebody whom one can only ask. */
  onAsk: (row: BoardRow, start: number, end: number) => void;
}

export interface Hand {
  held: Held | undefined;
  acts: HandActs;
}

/** What begins with an event on a lane. */
export interface HandActs {
  grab: (event: PointerEvent, row: BoardRow, entry: Entry) => void;
  sweep: (event: PointerEvent, row: BoardRow) => void;
  key: (event: KeyboardEvent, row: BoardRow, entry: Entry) => void;
  /** Whether the click that follows a drag is to be passed over. */
  wasDragged: () => boolean;
}

export const snap = 15 * minute;
/** How long what is entered by a press on free lane begins to be. */
const pressedLength = 30 * minute;
const edge = 7;
const slack = 4;

const snapped = (moment: number, row: BoardRow) => row.dayStart + Math.round((moment - row.dayStart) / snap) * snap;

/** Takes entries in hand: moved and stretched by pointer or arrow keys, drawn anew on free lane; Escape lets go. */
export function useHand(
  axis: Axis,
  rows: BoardRow[],
  stands: { top: number; height: number }[],
  body: RefObject<HTMLDivElement | null>,
  actions: HandActions | undefined,
): Hand {
  const [held, setHeldState] = useState<Held>();
  const current = useRef<Held | undefined>(undefined);
  const dragged = useRef(false);
  const release = useRef<(() => void) | undefined>(undefined);
  const setHeld = (next: Held | undefined) => {
    current.current = next;
    setHeldState(next);
  };
  useEffect(() => () => release.current?.(), []);

  const put = (what: Held, pressed = false) => {
    setHeld(undefined);
    if (!actions) return;
    if (what.kind === "add") {
      if (what.row.lane.mayAdd) actions.onAdd(what.row, what.start, what.end, pressed);
      else actions.onAsk(what.row, what.start, what.end);
    } else if (what.entry && (what.start !== what.entry.start || what.end !== what.entry.end)) {
      actions.onMove(what.entry, what.row, what.start, what.end);
    }
  };

  /** Follows the pointer until it is let go. */
  const follow = (
    event: PointerEvent,
    row: BoardRow,
    to: (x: number, under: BoardRow) => Held | "cannot",
    { cannot, pressed }: { cannot?: () => void; pressed?: () => void } = {},
  ) => {
    const box = body.current?.getBoundingClientRect();
    if (!box || event.button !== 0) return;
    const from = { x: event.clientX, y: event.clientY };
    const move = (e: globalThis.PointerEvent) => {
      if (!current.current && Math.hypot(e.clientX - from.x, e.clientY - from.y) < slack) return;
      const y = e.clientY - box.top;
      const at = stands.findIndex((s) => y >= s.top && y < s.top + s.height);
      const other = rows[at];
      // Another day of the same person; never another person's lane.
      const under = other && other.lane.who.id === row.lane.who.id ? other : row;
      const next = to(e.clientX - box.left, under);
      if (next !== "cannot") return setHeld(next);
      release.current?.();
      dragged.current = true;
      cannot?.();
    };
    dragged.current = false;
    release.current = followPointer({
      move,
      up: () => {
        dragged.current = current.current !== undefined;
        if (current.current) put(current.current);
        else pressed?.();
      },
      escape: () => {
        dragged.current = true;
        setHeld(undefined);
      },
      cancel: () => undefined,
    });
  };

  const momentAt = (x: number, row: BoardRow) => row.dayStart + axis.at(x);

  const acts: HandActs = {
    wasDragged: () => dragged.current,
    grab(event, row, entry) {
      event.stopPropagation();
      dragged.current = false;
      if (!actions || entry.allDay) return;
      if (!entry.mayChange) return follow(event, row, () => "cannot" as const, { cannot: () => actions.onCannot(entry) });
      const box = event.currentTarget.getBoundingClientRect();
      const kind =
        box.width > 3 * edge && event.clientX > box.right - edge
          ? "end"
          : box.width > 3 * edge && event.clientX < box.left + edge
            ? "start"
            : "move";
      const left = body.current?.getBoundingClientRect().left ?? 0;
      const taken = momentAt(event.clientX - left, row) - entry.start;
      follow(event, row, (x, under) => {
        const moment = momentAt(x, under);
        if (kind === "end")
          return { kind, row, entry, start: entry.start, end: Math.max(entry.start + snap, snapped(momentAt(x, row), row)), byKey: false };
        if (kind === "start")
          return { kind, row, entry, start: Math.min(entry.end - snap, snapped(momentAt(x, row), row)), end: entry.end, byKey: false };
        const start = snapped(moment - taken, under);
        return { kind, row: under, entry, start, end: start + entry.end - entry.start, byKey: false };
      });
    },
    sweep(event, row) {
      // A finger on free lane scrolls.
      if (!actions || event.pointerType !== "mouse" || !row.lane.who.inside) return;
      const left = body.current?.getBoundingClientRect().left ?? 0;
      const pressedAt = momentAt(event.clientX - left, row);
      const first = snapped(pressedAt, row);
      const added = (start: number, end: number) => ({ kind: "add" as const, row, entry: undefined, start, end, byKey: false });
      // A press that closes what lay over the board is no press on it.
      const over = document.querySelector("[data-radix-popper-content-wrapper]") !== null;
      const quarter = row.dayStart + Math.floor((pressedAt - row.dayStart) / snap) * snap;
      follow(
        event,
        row,
        (x) => {
          const last = snapped(momentAt(x, row), row);
          return last >= first ? added(first, Math.max(last, first + snap)) : added(last, first);
        },
        { pressed: () => !over && put(added(quarter, quarter + pressedLength), true) },
      );
    },
    key(event, row, entry) {
      if (!actions || entry.allDay || event.ctrlKey || event.metaKey) return;
      if (!entry.mayChange && event.key.toLowerCase() === "m") {
        event.preventDefault();
        return actions.onCannot(entry);
      }
      if (!entry.mayChange) return;
      const own = held?.byKey && held.entry === entry ? held : undefined;
      if (!own && event.key.toLowerCase() !== "m") return;
      const next = own ? keyed(own, event, rows) : { kind: "move" as const, row, entry, start: entry.start, end: entry.end, byKey: true };
      if (next === "pass") return;
      event.preventDefault();
      event.stopPropagation();
      if (next === "put" && own) put(own);
      else setHeld(typeof next === "string" ? undefined : next);
    },
  };
  return { held, acts };
}

/** What a key does with what is held. */
function keyed(held: Held, event: KeyboardEvent, rows: BoardRow[]): Held | "put" | "drop" | "pass" {
  if (event.key === "Enter" || event.key === " ") return "put";
  if (event.key === "Escape") return "drop";
  const by = event.key === "ArrowLeft" ? -snap : event.key === "ArrowRight" ? snap : 0;
  if (by !== 0 && event.shiftKey) return { ...held, kind: "end", end: Math.max(held.start + snap, held.end + by) };
  if (by !== 0) return { ...held, start: held.start + by, end: held.end + by };
  const step = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : 0;
  if (step === 0) return "pass";
  const other = rows[rows.findIndex((r) => r.key === held.row.key) + step];
  if (!other || other.lane.who.id !== held.row.lane.who.id) return held;
  const days = other.dayStart - held.row.dayStart;
  return { ...held, row: other, start: held.start + days, end: held.end + days };
}
