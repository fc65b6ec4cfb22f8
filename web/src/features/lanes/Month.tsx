import { useMemo, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Day, Entry, Lane, Lanes, Zone } from "../../api/types";
import { tintOf } from "../../lane/Flag";
import type { BoardRow } from "../../lane/board";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfDay } from "../../lane/rows";
import { clock, hour } from "../../lane/time";
import type { HandActions } from "../../lane/useHand";
import { monthOf } from "./span";
import { useDayHand } from "./useDayHand";

interface Props {
  data: Lanes;
  isShown: (id: string) => boolean;
  now: number;
  height: number;
  hand: HandActions | undefined;
  onOpen: (entry: Entry, row: BoardRow) => void;
}

const names = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Sat", "Sun"];
const columns = "44px repeat(5, minmax(0, 2fr)) repeat(2, minmax(0, 1fr))";
const heights: Record<string, number> = { firm: 1, pencilled: 0.5, hold: 0.2 };

/** A month of small lanes; a week opens in place into its whole lanes. */
export function Month({ data, isShown, now, height, hand, onOpen }: Props) {
  const [opened, setOpened] = useState<number>();
  const month = monthOf(data);
  const weeks = useMemo(() => Array.from({ length: data.days.length / 7 }, (_, i) => data.days.slice(i * 7, i * 7 + 7)), [data]);
  const zone = data.zones[0];
  const taken = useDayHand(data.days, zone, hand);
  if (!zone) return null;
  const row = Math.max(96, (height - 24) / weeks.length);

  // Arrow keys go from day to day, Enter opens the week.
  const walk = (e: KeyboardEvent<HTMLButtonElement>, date: string) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[e.key];
    if (by === undefined) return;
    const at = data.days.findIndex((d) => d.date === date);
    const next = data.days[at + by];
    if (!next) return;
    e.preventDefault();
    document.querySelector<HTMLButtonElement>(`[data-date="${next.date}"]`)?.focus();
  };

  return (
    <div role="group" aria-label="The month, a week a row">
      <div className="grid h-6 items-end text-xs text-soft" style={{ gridTemplateColumns: columns }} aria-hidden="true">
        <span />
        {names.map((n) => (
          <span key={n} className="pb-0.5 pl-1.5">
            {n}
          </span>
        ))}
      </div>
      {weeks.map((days) => {
        const week = days[0]?.week ?? 0;
        const open = opened === week;
        const rows = open ? days.flatMap((d) => d.lanes.filter((l) => isShown(l.who.id)).map((l) => rowOfDay(l, d))) : [];
        return (
          <div key={days[0]?.date} className="border-t border-rule">
            <div className="grid" style={{ gridTemplateColumns: columns, minHeight: open ? undefined : row }}>
              <button
                type="button"
                aria-expanded={open}
                aria-label={`Week ${week}, ${open ? "fold it" : "open it in place"}`}
                onClick={() => setOpened(open ? undefined : week)}
                className="flex pt-1.5 text-left text-soft hover:text-ink"
              >
                {week}
              </button>
              {days.map((day) => (
                <Cell
                  key={day.date}
                  day={day}
                  within={day.date.startsWith(month)}
                  isShown={isShown}
                  zone={zone}
                  height={open ? 44 : row}
                  held={taken.held?.from.date === day.date ? taken.held.entry : undefined}
                  over={taken.held?.over?.date === day.date && taken.held.from.date !== day.date ? taken.held.entry : undefined}
                  onGrab={hand && ((e, entry, lane) => taken.grab(e, entry, lane, day))}
                  onOpen={() => !taken.wasDragged() && setOpened(open ? undefined : week)}
                  onKey={(e) => walk(e, day.date)}
                />
              ))}
            </div>
            {open && (
              <LaneBoard
                name={`Week ${week}`}
                rows={rows}
                zones={data.zones}
                now={now}
                headWidth={150}
                height={rows.length * 64}
                onOpen={onOpen}
                hand={hand}
              />
            )}
          </div>
        );
      })}
    </div>
  );
}

interface CellProps {
  day: Day;
  within: boolean;
  isShown: (id: string) => boolean;
  zone: Zone;
  height: number;
  /** What is taken from this day by hand. */
  held: Entry | undefined;
  /** What is held over this day. */
  over: Entry | undefined;
  onGrab: ((event: PointerEvent, entry: Entry, lane: Lane) => void) | undefined;
  onOpen: () => void;
  onKey: (e: KeyboardEvent<HTMLButtonElement>) => void;
}

function Cell({ day, within, isShown, zone, height, held, over, onGrab, onOpen, onKey }: CellProps) {
  const lanes = day.lanes.filter((l) => isShown(l.who.id));
  const weekend = [0, 6].includes(new Date(`${day.date}T00:00Z`).getUTCDay());
  const laneOf = new Map(lanes.flatMap((l) => l.entries.map((e) => [e, l] as const)));
  const entries = [...laneOf.keys()].filter((e) => e.takes !== "free").toSorted((a, b) => a.start - b.start);
  const room = Math.max(0, Math.floor((height - 30 - lanes.length * 30) / 17));
  const shown = entries.length <= room ? entries : entries.slice(0, Math.max(0, room - 1));
  const words = entries.map((e) => `${e.allDay ? "all day" : clock(zone, e.start)} ${e.label}`).join(", ");
  return (
    <button
      type="button"
      data-date={day.date}
      aria-label={`${day.label}: ${words || "nothing"}`}
      title={words}
      onClick={onOpen}
      onKeyDown={onKey}
      className={`flex min-w-0 flex-col overflow-hidden border-l border-rule px-1.5 pt-1 pb-1 text-left ${within ? (weekend ? "bg-land" : "bg-water") : "opacity-55"} ${over ? "outline-2 -outline-offset-2 outline-sea" : ""} hover:bg-ground`}
    >
      <span className={`block text-[13px] leading-5 font-semibold ${day.today ? "text-brass" : ""}`}>
        {Number(day.date.slice(8))}
        {day.today && <span className="ml-1 text-xs">today</span>}
        {lanes[0]?.away[0] && <span className="float-right text-xs font-normal text-soft">away</span>}
      </span>
      {lanes.map((lane) => (
        <span key={lane.who.id} className="relative mt-0.5 block h-[26px] border-b-2 border-ink">
          {lane.entries
            .filter((e) => !e.allDay && e.takes !== "free")
            .map((e) => (
              <span
                key={`${e.id ?? ""}${e.start}`}
                className="absolute bottom-0 rounded-t-[1px]"
                style={{ ...placed(day, e), height: `${100 * (heights[e.takes] ?? 1)}%`, background: tintOf(lane.who.flag) }}
              />
            ))}
        </span>
      ))}
      {!weekend &&
        shown.map((e) => (
          <span
            key={`${e.id ?? ""}${e.start}${e.label}`}
            onPointerDown={(event) => {
              const lane = laneOf.get(e);
              if (lane) onGrab?.(event, e, lane);
            }}
            className={`block truncate text-xs leading-[17px] ${onGrab && e.mayChange ? "touch-none" : ""} ${held === e ? "opacity-40" : ""}`}
          >
            <span className="text-soft">{e.allDay ? "all day" : clock(zone, e.start)}</span> {e.label}
          </span>
        ))}
      {over && (
        <span className="block truncate bg-sea px-1 text-xs leading-[17px] font-semibold text-on-sea">
          {clock(zone, over.start)} {over.label}
        </span>
      )}
      {!weekend && shown.length < entries.length && (
        <span className="block text-xs leading-[17px] text-soft">
          {shown.length > 0 ? "and " : ""}
          {entries.length - shown.length}
        </span>
      )}
      {weekend && entries.length > 0 && <span className="block text-xs font-semibold text-brass">{entries.length}</span>}
    </button>
  );
}

/** Where an entry stands on a small lane that runs from seven to twenty. */
function placed(day: Day, entry: Entry) {
  const from = day.start + 7 * hour;
  const length = 13 * hour;
  const at = (moment: number) => Math.min(1, Math.max(0, (moment - from) / length));
  const left = at(Math.max(entry.start, day.start));
  return { left: `${100 * left}%`, width: `max(2px, ${100 * (at(Math.min(entry.end, day.end)) - left)}%)` };
}
