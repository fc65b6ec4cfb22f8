import { useQuery } from "@tanstack/react-query";
import { useMemo, useRef, type PointerEvent } from "react";
import { lanesQuery } from "../../api/queries";
import type { Chosen, Lane, Panel, RoomPlan, Slots, Zone } from "../../api/types";
import { useWatched } from "../../app/hooks/live";
import { useSize } from "../../app/hooks/useSize";
import type { Axis } from "../../lane/axis";
import type { BoardRow } from "../../lane/board";
import { LaneBoard } from "../../lane/LaneBoard";
import { clock, dateText, hour, minute } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Contour } from "./slots/Contour";
import { PanelOnBoard } from "./slots/PanelOnBoard";
import { RoomOnBoard } from "./slots/RoomOnBoard";

interface Props {
  found: Slots;
  known: Lane[];
  zone: Zone;
  now: number;
  moment: { start: number; end: number };
  chosen: Chosen | undefined;
  /** What would be moved for the stretch. */
  plan: RoomPlan | undefined;
  /** Those who are met one after another, and who of them is looked at. */
  panel: { plan: Panel | undefined; who: string | undefined };
  onPick: (start: number) => void;
  onDay: (by: number) => void;
}

const step = 15 * minute;

/** Everyone's lanes on the chosen day under the contour of how many are free; the stretch is dragged over them. */
export function ArrangeBoard({ found, zone, now, moment, chosen, plan, panel, onPick, onDay }: Props) {
  const [area, height] = useSize();
  const day = found.days.find((d) => d.start <= moment.start && moment.start < d.end);
  const ids = found.people.filter((p) => !p.who.id.includes("@")).map((p) => p.who.id);
  const lanes = useQuery(lanesQuery(ids, day?.date ?? dateText(zone, moment.start), "day"));
  useWatched(ids);
  const shown = lanes.data?.days[0];

  const rows = useMemo<BoardRow[]>(() => {
    if (!shown) return [];
    const met = new Set([...(panel.plan?.placed ?? []), ...(panel.plan?.leftOut ?? [])].map((p) => p.who.id));
    return found.people.map((p) => {
      const lane = shown.lanes.find((l) => l.who.id === p.who.id) ?? unknownLane(p.who);
      const notes = [
        p.who.town,
        met.has(p.who.id) ? "" : p.counted ? "one of several" : p.required ? "" : "if free",
        p.known ? "" : p.hoursKnown ? "hours as told" : "not known",
      ];
      return {
        key: p.who.id,
        lane,
        dayStart: shown.start,
        dayEnd: shown.end,
        title: p.who.inside ? p.who.givenName : p.who.name,
        line: notes.filter(Boolean).join(", "),
        today: shown.today,
        // What clashes already is not what is being arranged.
        notes: [],
      };
    });
  }, [found, shown, panel.plan]);

  if (!shown || !day) return <p className="pt-8 text-soft">{lanes.error ? "The lanes could not be read." : "Reading the lanes…"}</p>;
  return (
    <section aria-label="Everyone’s lanes" className="flex min-w-0 flex-col max-[899px]:pt-4 min-[900px]:min-h-0">
      {found.scarce && <p className="pb-1 text-soft">{found.scarce}</p>}
      <div ref={area} className="min-h-64 overflow-x-hidden overflow-y-auto max-[899px]:h-[420px] min-[900px]:flex-[1_1_0]">
        <LaneBoard
          name={`Lanes of those invited, ${day.label}`}
          rows={rows}
          zones={[zone]}
          now={now}
          headWidth={150}
          height={Math.max(rows.length * 46, height - 92)}
          aboveHead={
            <div className="pt-1">
              <div className="font-semibold">{day.label}</div>
              <div className="text-xs text-soft">how many are free</div>
            </div>
          }
          above={(axis) => (
            <Contour
              axis={axis}
              day={day}
              contour={found.contour}
              everyone={found.people.filter((p) => !p.counted).length}
              known={found.people.filter((p) => p.known && !p.counted).length}
              zone={zone}
              moment={moment}
            />
          )}
          overlay={(axis, stands) => (
            <>
              {panel.plan && (
                <PanelOnBoard axis={axis} stands={stands} rows={rows} day={day} zone={zone} plan={panel.plan} who={panel.who} />
              )}
              {plan && <RoomOnBoard axis={axis} stands={stands} rows={rows} day={day} zone={zone} plan={plan} />}
              <Stretch
                axis={axis}
                stands={stands}
                day={day}
                zone={zone}
                moment={moment}
                rows={rows}
                chosen={chosen}
                moving={plan?.moves.flatMap((m) => m.people) ?? []}
                onPick={onPick}
              />
            </>
          )}
        />
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-4 py-1 text-soft">
        <span>Drag the stretch, or move it with the arrow keys.</span>
        <span className="flex gap-1">
          <Button look="plain" onClick={() => onDay(-1)}>
            Previous day
          </Button>
          <Button look="plain" onClick={() => onDay(1)}>
            Next day
          </Button>
        </span>
      </div>
    </section>
  );
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

function Stretch({
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
