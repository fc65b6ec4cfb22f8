import { useRef, type PointerEvent } from "react";
import type { Chosen, Zone } from "../../../api/types";
import type { Axis } from "../../../lane/axis";
import type { BoardRow } from "../../../lane/board";
import { clock, hour, minute } from "../../../lane/time";

const step = 15 * minute;

/** The time that is chosen, over all lanes; it is dragged, or moved by keys. */
export function Stretch({
  axis,
  stands,
  day,
  zone,
  moment,
  rows,
  chosen,
  moving,
  onPick,
}: {
  axis: Axis;
  stands: { top: number; height: number }[];
  day: { start: number; end: number };
  zone: Zone;
  moment: { start: number; end: number };
  rows: BoardRow[];
  chosen: Chosen | undefined;
  /** Those for whom something would be moved: their hour stands below what is drawn of that. */
  moving: string[];
  onPick: (start: number) => void;
}) {
  const held = useRef<{ offset: number; box: DOMRect } | undefined>(undefined);
  const length = moment.end - moment.start;
  const clamp = (start: number) =>
    Math.min(Math.max(Math.round((start - day.start) / step) * step, 0), day.end - day.start - length) + day.start;
  const left = axis.x(moment.start - day.start);
  const width = Math.max(4, axis.x(moment.end - day.start) - left);
  const move = (event: PointerEvent<HTMLDivElement>) => {
    if (!held.current) return;
    const next = clamp(day.start + axis.at(event.clientX - held.current.box.left) - held.current.offset);
    if (next !== moment.start) onPick(next);
  };
  const stale = chosen?.start !== moment.start;
  return (
    <div
      className="absolute top-0 right-0 left-0 touch-none"
      style={{
        height: (stands.at(-1)?.top ?? 0) + (stands.at(-1)?.height ?? 0),
        marginLeft: axis.segments[0]?.folded ? 20 : 0,
        marginRight: axis.segments.at(-1)?.folded ? 20 : 0,
      }}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        const box = event.currentTarget.getBoundingClientRect();
        const shifted = new DOMRect(box.left - (axis.segments[0]?.folded ? 20 : 0), box.top, box.width, box.height);
        const at = day.start + axis.at(event.clientX - shifted.left);
        const inside = at >= moment.start && at < moment.end;
        held.current = { offset: inside ? at - moment.start : length / 2, box: shifted };
        event.currentTarget.setPointerCapture(event.pointerId);
        if (!inside) onPick(clamp(at - length / 2));
      }}
      onPointerMove={move}
      onPointerUp={() => (held.current = undefined)}
      onPointerCancel={() => (held.current = undefined)}
    >
      <div
        role="slider"
        tabIndex={0}
        aria-label="The stretch chosen"
        aria-valuemin={0}
        aria-valuemax={24 * 60}
        aria-valuenow={Math.round((moment.start - day.start) / minute)}
        aria-valuetext={`${clock(zone, moment.start)} to ${clock(zone, moment.end)}`}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -step, ArrowRight: step, PageUp: -hour, PageDown: hour }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          onPick(clamp(moment.start + by));
        }}
        className="absolute inset-y-0 cursor-grab border-x-2 border-sea bg-sea/10 active:cursor-grabbing"
        style={{ left: left - (axis.segments[0]?.folded ? 20 : 0), width }}
      >
        {rows.map((row, i) => {
          const person = chosen?.people.find((p) => p.person === row.key);
          if (!person || stale) return null;
          const stand = stands[i];
          const wide = width > 64;
          const moves = moving.includes(row.key);
          const middle = (stand?.height ?? 0) / (moves ? 1 : 2) - (moves ? 20 : 15);
          return (
            <span
              key={row.key}
              className="pointer-events-none absolute left-1/2 grid -translate-x-1/2 justify-items-center text-xs leading-[15px] font-semibold whitespace-nowrap"
              style={{ top: (stand?.top ?? 0) + middle }}
            >
              <span className="bg-water/90 px-1 text-ink">{person.local}</span>
              {!moves && (person.tone !== "fits" || wide) && (
                <span
                  className={`bg-water/90 px-1 ${person.tone === "fits" ? "text-sea" : person.tone === "wrong" ? "text-brick" : "text-brass"}`}
                >
                  {person.state.split(",")[0]}
                </span>
              )}
            </span>
          );
        })}
      </div>
    </div>
  );
}
