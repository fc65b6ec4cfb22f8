import { useEffect, useState } from "react";
import type { Axis } from "./axis";
import type { BoardRow } from "./board";

/** So many entries are laid out in one frame without its being seen. */
const atOnce = 250;

interface Laid {
  rows: BoardRow[];
  axes: Axis[];
}

const all = (rows: BoardRow[], axis: Axis): Laid => ({ rows, axes: rows.map(() => axis) });

/**
 * The axis on which each row is laid out. Where there is much on a board, rows follow a new axis one after the other, a frame each; until its
 * turn comes a row is stretched to where it will stand.
 */
export function useInTurn(axis: Axis, rows: BoardRow[]): Axis[] {
  const many = rows.reduce((n, r) => n + r.lane.entries.length, 0) > atOnce;
  const [state, setState] = useState<Laid>(() => all(rows, axis));
  const laid = state.rows === rows && (many || state.axes.every((a) => a === axis)) ? state : all(rows, axis);
  if (laid !== state) setState(laid);
  const next = laid.axes.findIndex((a) => a !== axis);
  useEffect(() => {
    if (next < 0) return;
    const frame = requestAnimationFrame(() =>
      setState((before) => (before.rows === rows ? { rows, axes: before.axes.map((a, i) => (i === next ? axis : a)) } : before)),
    );
    return () => cancelAnimationFrame(frame);
  }, [next, axis, rows]);
  return laid.axes;
}
