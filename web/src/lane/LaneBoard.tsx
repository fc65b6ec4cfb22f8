import { Fragment, useImperativeHandle, useLayoutEffect, useMemo, useRef, useState, type ReactNode, type RefObject } from "react";
import type { Entry, Zone } from "../api/types";
import { makeAxis, openHours, type Axis, type Extent } from "./axis";
import type { BoardGhost, BoardLook, BoardMark, BoardRow, ZoomSteps } from "./board";
import { HoverContext, makeHover, useHover } from "./hover";
import { draw, forgetWidths, type Drawn } from "./labels";
import { LaneHead } from "./LaneHead";
import { LaneList } from "./LaneList";
import { baseline, footOf, LaneStrip } from "./LaneStrip";
import { Rulers } from "./Rulers";
import { clock, hour } from "./time";
import { placeOnTracks } from "./tracks";
import { useHand, type HandActions, type Held } from "./useHand";
import { useInTurn } from "./useInTurn";
import { useSteady } from "./useSteady";
import { transformTo, useZoom } from "./useZoom";

export interface LaneBoardProps {
  name: string;
  rows: BoardRow[];
  /** The viewer's zone first; each is a ruler. */
  zones: Zone[];
  now: number;
  headWidth?: number;
  height: number;
  mark?: BoardMark | undefined;
  ghost?: BoardGhost | undefined;
  /** The entry whose sheet is open. */
  shown?: { id: string; lane: string; occurrence: string | null } | undefined;
  /** Hours to show at least, in milliseconds since the day's start; otherwise what the first lane and the entries need. */
  least?: { from: number; to: number };
  onOpen?: ((entry: Entry, row: BoardRow) => void) | undefined;
  /** Drawn over all lanes, in the axis's pixels. */
  overlay?: (axis: Axis, lanes: { top: number; height: number }[]) => ReactNode;
  /** Drawn above the rulers, in the axis's pixels. */
  above?: (axis: Axis) => ReactNode;
  aboveHead?: ReactNode;
  asList?: boolean;
  /** Entries stand without their labels, where a list beside the board names them. */
  bare?: boolean;
  /** What may be done by hand on these lanes. */
  hand?: HandActions | undefined;
  /** What stands beside what is held over the lanes: what putting it down there does. */
  beside?: ((held: Held) => ReactNode) | undefined;
  look?: BoardLook | undefined;
  /** The lane over which the pointer is, or in which the focus stands. */
  onPoint?: (row: BoardRow | undefined) => void;
  /** Where the hours can be drawn nearer: by hand, and with this by key. */
  zoom?: RefObject<ZoomSteps | null>;
}

/** Lanes under one time axis. The same drawing serves every screen. */
export function LaneBoard(props: LaneBoardProps) {
  const { rows, zones, now, headWidth = 232, height, mark } = props;
  const [whole, setWhole] = useState(0);
  const width = Math.max(0, whole - headWidth);
  const [opened, setOpened] = useState(false);
  const [hover] = useState(makeHover);
  const [fonts, setFonts] = useState(0);
  const body = useRef<HTMLDivElement>(null);
  // The hours drawn nearer by hand, since the day's start.
  const [near, setNear] = useState<Extent>();

  useLayoutEffect(() => {
    const element = body.current?.parentElement;
    if (!element) return;
    // At once, so that the lanes stand in the first picture; then whenever the window changes.
    const measure = () => setWhole(element.clientWidth);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    // Words measured before the type was there are measured again.
    if (document.fonts.status !== "loaded")
      void document.fonts.ready.then(() => {
        forgetWidths();
        setFonts((n) => n + 1);
      });
    return () => observer.disconnect();
  }, [props.asList]);

  const first = rows[0];
  const axis = useMemo(() => {
    const dayLength = first ? first.dayEnd - first.dayStart : 24 * hour;
    if (near) return makeAxis(width, dayLength, near.from, near.to);
    if (opened || !first) return makeAxis(width, dayLength, 0, dayLength);
    const inDay = (row: BoardRow, span: { start: number; end: number }) => ({
      from: Math.max(0, span.start - row.dayStart),
      to: Math.min(row.dayEnd - row.dayStart, span.end - row.dayStart),
    });
    const hours = rows.filter((r) => r.lane.who.id === first.lane.who.id).flatMap((r) => r.lane.hours.map((h) => inDay(r, h)));
    const usable = hours.filter((h) => h.to > h.from && h.to - h.from < 20 * hour);
    const least = props.least ?? {
      from: Math.min(8 * hour, ...usable.map((h) => h.from)),
      to: Math.max(18 * hour, ...usable.map((h) => h.to)),
    };
    const entries = rows.flatMap((r) => r.lane.entries.filter((e) => !e.allDay).map((e) => inDay(r, e)));
    const open = openHours(entries, dayLength, least);
    return makeAxis(width, dayLength, open.from, open.to);
  }, [rows, first, width, opened, near, props.least]);

  const total = rows.reduce((sum, r) => sum + (r.weight ?? 1), 0);
  const feet = rows.reduce((sum, r) => sum + footOf(r), 0);
  const unit = Math.max(rows.length >= 9 ? 30 : 44, (height - feet) / total);
  const laneHeights = rows.map((r) => Math.floor(unit * (r.weight ?? 1)));
  const isQuiet = props.bare ? unlabelled : props.look?.isQuiet;
  const lanesHeight = laneHeights.reduce((a, b) => a + b, 0) + feet;
  const axes = useInTurn(axis, rows);
  const drawn = rows.map((row, i) =>
    width === 0 ? none : drawnOf(row, axes[i] ?? axis, Math.floor(unit * (row.weight ?? 1)) - baseline, isQuiet, fonts),
  );
  const stands = rows.map((_, i) => ({
    top: rows.slice(0, i).reduce((sum, r, k) => sum + (laneHeights[k] ?? unit) + footOf(r), 0),
    height: laneHeights[i] ?? unit,
  }));
  const hand = useHand(axis, rows, stands, body, props.hand);
  const open = props.onOpen;
  const point = props.onPoint;
  const onChoose = props.look?.onChoose;
  const acts = useSteady({
    ...hand.acts,
    open: (entry: Entry, row: BoardRow) => !hand.acts.wasDragged() && open?.(entry, row),
    choose: (entry: Entry, row: BoardRow) => onChoose?.(entry, row),
  });
  const zooms = props.zoom !== undefined && !props.asList;
  const { inner, step } = useZoom(body, axis, zooms && width > 0, setNear);
  useImperativeHandle(props.zoom, () => ({ by: (factor) => first && step(factor, now - first.dayStart), reset: () => setNear(undefined) }));

  if (props.asList) return <LaneList name={props.name} rows={rows} zones={zones} onOpen={props.onOpen} />;
  if (!first) return null;

  const viewer = zones[0];
  const nowRow = rows.findIndex((r) => now >= r.dayStart && now < r.dayEnd);
  const nowEverywhere = rows.every((r) => r.dayStart === first.dayStart);
  const foldedCount = (from: number, to: number) =>
    rows.reduce((n, r) => n + r.lane.entries.filter((e) => !e.allDay && e.start - r.dayStart < to && e.end - r.dayStart > from).length, 0);

  return (
    <HoverContext value={hover}>
      <div
        role="group"
        aria-label={props.name}
        className="relative grid"
        style={{ gridTemplateColumns: `${headWidth}px minmax(0, 1fr)` }}
        onPointerMove={(e) => {
          const box = body.current?.getBoundingClientRect();
          if (box) hover.set(e.clientX >= box.left ? e.clientX - box.left : undefined);
        }}
        onPointerLeave={() => {
          hover.set(undefined);
          point?.(undefined);
        }}
        onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && point?.(undefined)}
      >
        {props.above && (
          <Fragment>
            <div>{props.aboveHead}</div>
            <div className="relative">{width > 0 && props.above(axis)}</div>
          </Fragment>
        )}
        <Rulers zones={zones} axis={axis} dayStart={nowEverywhere ? first.dayStart : (rows[Math.max(0, nowRow)] ?? first).dayStart} />
        <div className="min-w-0">
          {rows.map((row, i) => (
            <div key={row.key} onPointerEnter={() => point?.(row)}>
              <LaneHead
                row={row}
                height={(laneHeights[i] ?? unit) + footOf(row)}
                drawn={drawn[i] ?? []}
                last={i === rows.length - 1}
                onOpen={props.onOpen}
              />
            </div>
          ))}
        </div>
        <div
          ref={body}
          className={`relative min-w-0 ${hand.held ? "overflow-x-clip" : "overflow-hidden"} ${props.hand ? "select-none" : ""}`}
        >
          {/* A layer of its own: what is painted is stretched by the hand, not painted again at each step, nor when a line moves over it. */}
          <div ref={inner} className="origin-left will-change-transform">
            {width > 0 &&
              rows.map((row, i) => {
                const own = axes[i] ?? axis;
                const { left, scale } = transformTo(own, axis.open);
                const { held } = hand;
                return (
                  <div
                    key={row.key}
                    className="origin-left"
                    onPointerEnter={() => point?.(row)}
                    onFocus={() => point?.(row)}
                    style={own === axis ? undefined : { transform: `translateX(${left}px) scaleX(${scale})` }}
                  >
                    <LaneStrip
                      row={row}
                      axis={own}
                      drawn={drawn[i] ?? none}
                      height={laneHeights[i] ?? unit}
                      viewerZone={zones[0]}
                      mark={mark && (mark.row === undefined || mark.row === row.key) ? mark : undefined}
                      now={row.today && !nowEverywhere ? now : undefined}
                      acts={acts}
                      opens={open !== undefined}
                      movable={props.hand !== undefined}
                      held={held && (held.row.key === row.key || (held.entry && row.lane.entries.includes(held.entry))) ? held : undefined}
                      holding={held !== undefined}
                      ghost={ghostOn(props.ghost, row)}
                      shown={props.shown?.lane === row.lane.who.id ? props.shown : undefined}
                      look={props.look}
                    />
                  </div>
                );
              })}
          </div>
          <p aria-live="assertive" className="sr-only">
            {hand.held?.byKey && viewer
              ? `${hand.held.entry?.label ?? ""}, ${hand.held.row.title}, ${clock(viewer, hand.held.start)} to ${clock(viewer, hand.held.end)}`
              : ""}
          </p>
          {width > 0 && nowEverywhere && first.today && (
            <div
              className="pointer-events-none absolute top-0 w-[2px] bg-brass"
              style={{ left: axis.x(now - first.dayStart) - 1, height: lanesHeight }}
            />
          )}
          <CrossHair height={lanesHeight} />
          {width > 0 &&
            axis.segments
              .filter((s) => s.folded)
              .map((s) => {
                const count = foldedCount(s.from, s.to);
                const folded = near ? "the rest of the day" : "the night";
                const words = `Show ${folded} (${count === 0 ? "empty" : count})`;
                return (
                  <button
                    key={s.from}
                    type="button"
                    aria-label={words}
                    title={words}
                    onClick={() => {
                      setNear(undefined);
                      setOpened(true);
                    }}
                    className="absolute top-0 hover:bg-crease/40"
                    style={{ left: s.x0, width: s.x1 - s.x0, height: lanesHeight }}
                  >
                    {count > 0 && <span className="absolute inset-x-0 top-1 text-xs font-semibold text-brass">{count}</span>}
                  </button>
                );
              })}
          {hand.held?.entry && props.beside && (
            <Beside held={hand.held} axis={axis} width={width} stand={stands[rows.findIndex((r) => r.key === hand.held?.row.key)]}>
              {props.beside(hand.held)}
            </Beside>
          )}
          {width > 0 && props.overlay?.(axis, stands)}
          {near && (
            <button
              type="button"
              onClick={() => setNear(undefined)}
              className="absolute right-1 bottom-1 bg-water px-2 py-1 text-xs text-soft"
            >
              The whole day again
            </button>
          )}
          {opened && !near && (
            <button
              type="button"
              onClick={() => setOpened(false)}
              className="absolute right-1 bottom-1 bg-water px-2 py-1 text-xs text-soft"
            >
              Hide the night
            </button>
          )}
        </div>
      </div>
    </HoverContext>
  );
}

const besideWidth = 250;

/** Under the lane over which something is held, or above the last ones; never outside the board. */
function Beside({
  held,
  axis,
  width,
  stand,
  children,
}: {
  held: Held;
  axis: Axis;
  width: number;
  stand: { top: number; height: number } | undefined;
  children: ReactNode;
}) {
  if (!stand) return null;
  const left = Math.max(0, Math.min(axis.x(held.start - held.row.dayStart), width - besideWidth));
  return (
    <div className="pointer-events-none absolute z-10" style={{ left, top: stand.top + stand.height, width: besideWidth }}>
      {children}
    </div>
  );
}

const none: Drawn[] = [];

const ghostOn = (ghost: BoardGhost | undefined, row: BoardRow) =>
  ghost?.who === row.lane.who.id && ghost.start < row.dayEnd && ghost.end > row.dayStart ? ghost : undefined;

const unlabelled = () => true;

const kept = new WeakMap<
  BoardRow,
  { axis: Axis; height: number; isQuiet: BoardLook["isQuiet"] | undefined; fonts: number; drawn: Drawn[] }
>();

/** A row laid out; what was worked out is kept with it, so that the one row that changes is worked out alone. */
function drawnOf(row: BoardRow, axis: Axis, height: number, isQuiet: BoardLook["isQuiet"] | undefined, fonts: number): Drawn[] {
  const before = kept.get(row);
  if (before?.axis === axis && before.height === height && before.isQuiet === isQuiet && before.fonts === fonts) return before.drawn;
  const drawn = draw(placeOnTracks(row.lane.entries), axis, row.dayStart, height, isQuiet);
  kept.set(row, { axis, height, isQuiet, fonts, drawn });
  return drawn;
}

/** The line under the pointer through every lane. */
function CrossHair({ height }: { height: number }) {
  const hover = useHover();
  return (
    <div
      className="pointer-events-none absolute top-0 left-0 w-px bg-soft/50 will-change-transform"
      style={{ height, transform: `translateX(${hover ?? 0}px)`, visibility: hover === undefined ? "hidden" : "visible" }}
    />
  );
}
