import { memo, type CSSProperties, type KeyboardEvent } from "react";
import type { Entry, Zone } from "../api/types";
import type { Axis } from "./axis";
import { colourOf, tintOf } from "./Flag";
import type { BoardGhost, BoardLook, BoardMark, BoardRow } from "./board";
import { useHover } from "./hover";
import type { Drawn } from "./labels";
import { clock, lengthText, minute } from "./time";
import type { HandActs, Held } from "./useHand";

interface Props {
  row: BoardRow;
  axis: Axis;
  drawn: Drawn[];
  height: number;
  viewerZone: Zone | undefined;
  mark: BoardMark | undefined;
  now: number | undefined;
  acts: StripActs;
  /** Whether entries open, and whether the hand may do something here. */
  opens: boolean;
  movable: boolean;
  /** What is held of this lane, or over it. */
  held: Held | undefined;
  /** Whether anything is held at all. */
  holding: boolean;
  look: BoardLook | undefined;
  ghost: BoardGhost | undefined;
  shown: { id: string; occurrence: string | null } | undefined;
}

/** What is done with entries and lanes; the same functions from one drawing to the next. */
export interface StripActs extends HandActs {
  open: (entry: Entry, row: BoardRow) => void;
  choose: (entry: Entry, row: BoardRow) => void;
}

/** The thickness of the dark line on which everything stands. */
export const baseline = 2;

/** The room below the baseline; only a lane that has something to say there gives it. */
export const footOf = (row: BoardRow) => (row.notes.length > 0 ? 18 : 0);

/** One lane: water within hours, land outside, entries on the baseline, their height how firmly time is taken. */
export const LaneStrip = memo(function LaneStrip(props: Props) {
  const { row, axis, drawn, height, viewerZone, mark, now, acts, held, holding, look } = props;
  const x = (moment: number) => axis.x(Math.min(Math.max(moment, row.dayStart), row.dayEnd) - row.dayStart);
  const { lane } = row;
  const flag = lane.who.flag;
  return (
    <div style={{ height: height + footOf(row) }} className="relative bg-ground">
      <div
        className="relative border-b-2 border-ink bg-land"
        style={{ height }}
        role="group"
        aria-label={`${row.title}, ${row.line}`}
        onPointerDown={(e) => props.movable && acts.sweep(e, row)}
      >
        {lane.hours.map((h) => (
          <Run key={h.start} left={x(h.start)} right={x(h.end)} className={lane.known ? "bg-water" : "bg-water/60"} />
        ))}
        {lane.away.map((a) => (
          <div
            key={a.start}
            className="absolute inset-y-0 overflow-hidden px-2 pt-1.5 text-xs font-semibold whitespace-nowrap"
            style={{
              // What began in the folded night is named where the night ends.
              paddingLeft: 8 + Math.max(0, axis.x(axis.open.from) - x(a.start)),
              left: x(a.start),
              width: Math.max(0, x(a.end) - x(a.start)),
              background: `color-mix(in srgb, ${tintOf(flag)} 50%, var(--water))`,
              color: colourOf(flag),
            }}
          >
            {x(a.end) - x(a.start) > 40 && a.words}
          </div>
        ))}
        {axis.segments
          .filter((s) => s.folded)
          .map((s) => (
            <div key={s.from} className="fold absolute inset-y-0" style={{ left: s.x0, width: s.x1 - s.x0 }} />
          ))}
        {mark && <Run left={x(mark.start)} right={x(mark.end)} className="border-x-2 border-brass bg-brass/10" />}
        {viewerZone &&
          drawn.map((d) => (
            <EntryButton
              key={`${d.placed.entry.id ?? ""}${d.placed.entry.start}`}
              drawn={d}
              row={row}
              zone={viewerZone}
              acts={acts}
              opens={props.opens}
              inHand={props.movable}
              isHeld={held?.entry === d.placed.entry}
              look={look}
              isShown={
                props.shown !== undefined && props.shown.id === d.placed.entry.id && props.shown.occurrence === d.placed.entry.occurrence
              }
            />
          ))}
        {lane.closed.map((c) => (
          <div
            key={c.start}
            className="pointer-events-none absolute top-1 truncate px-2 text-xs font-semibold text-brass"
            style={{ left: x(c.start), maxWidth: Math.max(0, x(c.end) - x(c.start)) }}
          >
            {drawn.length === 0 && c.words}
          </div>
        ))}
        {lane.ways.map((w) => (
          <div
            key={w.start}
            title={w.words}
            role="img"
            aria-label={w.words}
            className="absolute bottom-0 h-[5px] bg-ink"
            style={{ left: x(w.start), width: Math.max(2, x(w.end) - x(w.start)) }}
          />
        ))}
        {now !== undefined && <div className="pointer-events-none absolute inset-y-0 w-[2px] bg-brass" style={{ left: x(now) - 1 }} />}
        {viewerZone && held?.row.key === row.key && <Ghost held={held} left={x(held.start)} right={x(held.end)} zone={viewerZone} />}
        {props.ghost && <Typed ghost={props.ghost} left={x(props.ghost.start)} right={x(props.ghost.end)} />}
        {!holding && <Gap row={row} axis={axis} height={height} />}
      </div>
      {row.notes.map((n) => (
        <div
          key={`${n.start}-${n.end}`}
          className={`absolute h-[6px] border-x-2 border-b-2 ${n.tone === "brick" ? "border-brick text-brick" : "border-brass text-brass"}`}
          style={{ left: x(n.start), width: Math.max(4, x(n.end) - x(n.start)), top: height }}
        >
          <span
            className={`absolute top-[-2px] text-xs leading-[16px] font-semibold whitespace-nowrap ${x(n.end) > axis.width - 150 ? "right-full pr-2" : "left-full pl-2"}`}
          >
            {n.words}
          </span>
        </div>
      ))}
    </div>
  );
});

/** The ground of an entry: its person's tint, or its category's; more of the colour for what is on now. */
function groundOf(entry: Entry, row: BoardRow, look: BoardLook | undefined): string {
  const flag = look?.flagOf(entry, row) ?? row.lane.who.flag;
  if (look?.isChosen(entry, row)) return colourOf(flag);
  if (look?.isQuiet(entry)) return "color-mix(in srgb, var(--soft) 24%, var(--water))";
  return entry.on ? `color-mix(in srgb, ${colourOf(flag)} 24%, ${tintOf(flag)})` : tintOf(flag);
}

function Run({ left, right, className }: { left: number; right: number; className: string }) {
  return right > left ? <div className={`absolute inset-y-0 ${className}`} style={{ left, width: right - left }} /> : null;
}

const said = new WeakMap<Entry, { zone: Zone; title: string; words: string }>();

/** What an entry is, in words for who does not see it. They are kept with the entry: a board of a thousand is drawn anew at each step of the hand. */
export function entryWords(entry: Entry, row: BoardRow, zone: Zone): string {
  const kept = said.get(entry);
  if (kept?.zone === zone && kept.title === row.title) return kept.words;
  const words = wordsOf(entry, row, zone);
  said.set(entry, { zone, title: row.title, words });
  return words;
}

function wordsOf(entry: Entry, row: BoardRow, zone: Zone): string {
  const times = entry.allDay ? "all day" : `${clock(zone, entry.start)} to ${clock(zone, entry.end)}`;
  return [entry.label, times, entry.on ? "on now" : null, entry.takes, entry.detail, entry.category?.name, row.title]
    .filter(Boolean)
    .join(", ");
}

/** What is held, where it would be put down. */
function Ghost({ held, left, right, zone }: { held: Held; left: number; right: number; zone: Zone }) {
  const times = `${clock(zone, held.start)} to ${clock(zone, held.end)}`;
  const who = held.row.lane.who;
  const words =
    held.kind !== "add"
      ? times
      : who.kind === "person"
        ? `${held.row.lane.mayAdd ? "For" : "Arrange with"} ${who.givenName}, ${times}`
        : `${who.name}, ${times}`;
  return (
    <div
      className="pointer-events-none absolute inset-y-0 z-10 border-x-2 border-sea bg-sea/15"
      style={{ left, width: Math.max(3, right - left) }}
    >
      <span className="absolute top-1 left-1 bg-water px-1 text-xs leading-4 font-semibold whitespace-nowrap text-sea">{words}</span>
    </div>
  );
}

function EntryButton({
  drawn,
  row,
  zone,
  acts,
  opens,
  inHand,
  isHeld,
  look,
  isShown,
}: {
  drawn: Drawn;
  row: BoardRow;
  zone: Zone;
  acts: StripActs;
  opens: boolean;
  inHand: boolean;
  isHeld: boolean;
  look: BoardLook | undefined;
  isShown: boolean;
}) {
  const { entry } = drawn.placed;
  // On the deeper ground of what is on now, words stand in ink.
  const isChosen = look?.isChosen(entry, row) ?? false;
  const colour = isChosen ? "var(--water)" : entry.on ? "var(--ink)" : colourOf(look?.flagOf(entry, row) ?? row.lane.who.flag);
  const words = entryWords(entry, row, zone);
  const label = drawn.label;
  const inner = !label ? null : "number" in label ? (
    <span className="absolute text-xs font-semibold" style={{ left: 2, top: Math.max(-15, Math.min(2, drawn.height - 17)), color: colour }}>
      {label.number}
    </span>
  ) : (
    <span
      className="pointer-events-none absolute block text-left text-xs leading-[15px]"
      style={{ left: label.x - drawn.x, top: label.top - drawn.top, width: label.width, color: colour }}
    >
      <span className="block overflow-hidden font-semibold" style={{ maxHeight: label.titleLines * 15 }}>
        {label.short ?? entry.label}
      </span>
      {label.detail && <span className="block truncate">{entry.detail}</span>}
    </span>
  );
  const movable = inHand && entry.mayChange && !entry.allDay;
  const style = {
    left: drawn.x,
    width: drawn.width,
    top: drawn.top,
    height: drawn.height,
    "--entry": groundOf(entry, row, look),
  } as CSSProperties;
  if (!entry.id || !opens)
    return (
      <div className="entry absolute rounded-t-[2px] bg-(--entry)" style={style} title={words}>
        <span className="sr-only">{words}</span>
        <span aria-hidden="true">{inner}</span>
      </div>
    );
  return (
    <button
      type="button"
      className={`entry absolute rounded-t-[2px] bg-(--entry) hover:bg-[color-mix(in_srgb,var(--ink)_7%,var(--entry))] ${isHeld ? "opacity-40" : ""} ${isShown ? "z-10 ring-2 ring-ink" : ""} ${movable ? "touch-none" : ""}`}
      aria-keyshortcuts={movable ? "m" : undefined}
      onPointerDown={(e) => inHand && acts.grab(e, row, entry)}
      aria-pressed={look && isChosen ? true : undefined}
      aria-expanded={isShown || undefined}
      data-entry=""
      onKeyDown={(e) => {
        if (look && e.key.toLowerCase() === "x" && !e.ctrlKey && !e.metaKey) acts.choose(entry, row);
        else if (inHand) acts.key(e, row, entry);
        if (!e.defaultPrevented) walk(e);
      }}
      style={style}
      aria-label={words}
      title={words}
      onClick={(e) => (look && (e.ctrlKey || e.metaKey) ? acts.choose(entry, row) : acts.open(entry, row))}
    >
      {inner}
    </button>
  );
}

/** What is being typed, where it would stand. */
function Typed({ ghost, left, right }: { ghost: BoardGhost; left: number; right: number }) {
  return (
    <div
      role="img"
      aria-label={`${ghost.words}, not entered yet`}
      className="pointer-events-none absolute inset-y-0 z-10 border-x-2 border-sea bg-sea/15"
      style={{ left, width: Math.max(3, right - left) }}
    >
      <span className="absolute top-1 left-1 max-w-48 truncate bg-water px-1 text-xs leading-4 font-semibold text-sea">{ghost.words}</span>
    </div>
  );
}

/** Arrows go from entry to entry: along a lane, and to the nearest of the lane above or below. */
function walk(event: KeyboardEvent<HTMLElement>) {
  if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey || !event.key.startsWith("Arrow")) return;
  const from = event.currentTarget;
  const board = from.closest("[role=group]")?.parentElement?.closest("[role=group]");
  const left = (e: Element) => e.getBoundingClientRect().left;
  const lane = (e: Element) => e.closest("[role=group]");
  const all = [...(board?.querySelectorAll<HTMLElement>("[data-entry]") ?? [])];
  const own = all.filter((e) => lane(e) === lane(from)).toSorted((a, b) => left(a) - left(b));
  const lanes = [...new Set(all.map(lane))];
  const to = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
  let next: HTMLElement | undefined;
  if (event.key === "ArrowLeft" || event.key === "ArrowRight") next = own[own.indexOf(from) + to];
  else {
    const other = lanes[lanes.indexOf(lane(from)) + to];
    const there = all.filter((e) => lane(e) === other);
    next = there.toSorted((a, b) => Math.abs(left(a) - left(from)) - Math.abs(left(b) - left(from)))[0];
  }
  if (!next) return;
  event.preventDefault();
  event.stopPropagation();
  next.focus();
}

/** Over free lane the pointer reads how long the gap is. */
function Gap({ row, axis, height }: { row: BoardRow; axis: Axis; height: number }) {
  const hover = useHover();
  if (hover === undefined) return null;
  const moment = row.dayStart + axis.at(hover);
  const hours = row.lane.hours.find((h) => h.start <= moment && moment < h.end);
  const taken = row.lane.entries.filter((e) => !e.allDay && e.takes !== "free");
  if (!row.lane.known || !hours || taken.some((e) => e.start <= moment && moment < e.end)) return null;
  const from = Math.max(hours.start, ...taken.filter((e) => e.end <= moment).map((e) => e.end));
  const to = Math.min(hours.end, ...taken.filter((e) => e.start >= moment).map((e) => e.start));
  if (to - from < 15 * minute) return null;
  const left = axis.x(from - row.dayStart);
  const right = axis.x(to - row.dayStart);
  return (
    <div className="pointer-events-none absolute text-center text-xs text-soft" style={{ left, width: right - left, top: height - 22 }}>
      {lengthText(to - from)}
    </div>
  );
}
