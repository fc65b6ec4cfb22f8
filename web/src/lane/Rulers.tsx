import { Fragment } from "react";
import type { Zone } from "../api/types";
import type { Axis } from "./axis";
import { useHover } from "./hover";
import { behindOrAhead, clock, dateText, hour, wallClock, weekdayOf } from "./time";

const rulerHeight = 20;
/** What a figure needs with the space beside it. */
const figureWidth = 22;

/** A ruler a zone over the lanes; where the pointer is, each says its own hour. */
export function Rulers({ zones, axis, dayStart }: { zones: Zone[]; axis: Axis; dayStart: number }) {
  const length = (axis.open.to - axis.open.from) / hour;
  // Figures of two digits never touch.
  const perHour = axis.x(axis.open.from + hour) - axis.x(axis.open.from);
  const least = [1, 2, 3].find((n) => n * perHour >= figureWidth) ?? 6;
  const asLong = length > 16 && axis.width < 1000 ? 2 : length < 4 && axis.width > 500 ? 0.25 : length < 7 && axis.width > 700 ? 0.5 : 1;
  const every = least > 1 ? least : asLong;
  const hours: number[] = [];
  for (let t = Math.ceil(axis.open.from / (hour * every)) * hour * every; t <= axis.open.to; t += hour * every) hours.push(t);
  const [first] = zones;
  return zones.map((zone, i) => (
    <Fragment key={zone.id}>
      <div className="truncate border-t border-rule text-xs font-semibold" style={{ height: rulerHeight, lineHeight: `${rulerHeight}px` }}>
        <span>{zone.label}</span>
        {first && i > 0 && <Apart zone={zone} first={first} moment={dayStart + axis.open.from} />}
      </div>
      <div className="relative overflow-hidden border-t border-rule text-xs" style={{ height: rulerHeight }} aria-hidden="true">
        {hours.map((t) => {
          const local = wallClock(zone, dayStart + t);
          const x = axis.x(t);
          if (x < 8 || x > axis.width - 8) return null;
          const inDay = local.getUTCHours() >= 8 && local.getUTCHours() < 19;
          // Where another day begins there, its name stands.
          const text =
            i > 0 && local.getUTCHours() === 0 && local.getUTCMinutes() === 0
              ? weekdayOf(dateText(zone, dayStart + t)).slice(0, 3)
              : local.getUTCMinutes() === 0
                ? clock(zone, dayStart + t).slice(0, 2)
                : clock(zone, dayStart + t);
          return (
            <span
              key={t}
              className={`absolute -translate-x-1/2 ${i > 0 && inDay ? "text-ink" : "text-soft"}`}
              style={{ left: x, lineHeight: `${rulerHeight}px` }}
            >
              {text}
            </span>
          );
        })}
        <Pointed zone={zone} axis={axis} dayStart={dayStart} />
      </div>
    </Fragment>
  ));
}

/** How far a clock is from the first, and which day it shows at the beginning where that is another. */
function Apart({ zone, first, moment }: { zone: Zone; first: Zone; moment: number }) {
  const day = dateText(zone, moment);
  const words = [behindOrAhead(zone, first, moment), day === dateText(first, moment) ? "" : `begins on ${weekdayOf(day)}`];
  return <span className="ml-2 font-normal text-soft">{words.filter(Boolean).join(", ")}</span>;
}

/** The hour under the pointer. */
function Pointed({ zone, axis, dayStart }: { zone: Zone; axis: Axis; dayStart: number }) {
  const hover = useHover();
  if (hover === undefined) return null;
  const moment = dayStart + axis.at(hover);
  return (
    <span
      className="absolute -translate-x-1/2 bg-ink px-1 text-ground"
      style={{ left: Math.min(Math.max(hover, 20), axis.width - 20), lineHeight: `${rulerHeight}px` }}
    >
      {clock(zone, Math.round(moment / 60_000) * 60_000)}
    </span>
  );
}
