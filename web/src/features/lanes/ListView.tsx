import { startTransition, useEffect, useState } from "react";
import type { Day, Entry, Lane, Zone } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { clock } from "../../lane/time";

interface Props {
  days: Day[];
  zone: Zone;
  isShown: (id: string) => boolean;
  /** Those of categories that are not read now. */
  isQuiet: (entry: Entry) => boolean;
  chosen: { isChosen: (entry: Entry, lane: string) => boolean; toggle: (entry: Entry, lane: string) => void };
  onOpen: (entry: Entry, lane: Lane) => void;
}

/** More lines than a window shows. */
const inWindow = 40;

/** Two weeks line by line, the days that hold something. */
export function ListView({ days, zone, isShown, isQuiet, chosen, onOpen }: Props) {
  // What is in the window stands there at once, the days below it right after.
  const [isWhole, setWhole] = useState(false);
  useEffect(() => startTransition(() => setWhole(true)), []);
  const full = days
    .map((day) => ({
      day,
      lines: day.lanes
        .filter((l) => isShown(l.who.id))
        .flatMap((lane) => lane.entries.map((entry) => ({ lane, entry })))
        .toSorted((a, b) => a.entry.start - b.entry.start),
    }))
    .map(({ day, lines }) => ({ day, lines: lines.filter((l) => !isQuiet(l.entry)), quiet: lines.filter((l) => isQuiet(l.entry)).length }))
    .filter((d) => d.lines.length + d.quiet > 0);
  const shown = isWhole ? full : full.filter((_, i) => full.slice(0, i).reduce((sum, d) => sum + d.lines.length, 0) < inWindow);
  if (full.length === 0) return <p className="pt-4 text-soft">Nothing scheduled in these two weeks.</p>;
  return (
    <div className="grid gap-4 pb-4">
      {shown.map(({ day, lines, quiet }) => (
        // Days below the window are laid out as they come into view.
        <section
          key={day.date}
          aria-label={day.label}
          className="[content-visibility:auto]"
          style={{ containIntrinsicHeight: `auto ${28 + 33 * (lines.length + Math.min(quiet, 1))}px` }}
        >
          <h2 className={`border-b border-rule pb-1 font-semibold ${day.today ? "text-brass" : ""}`}>
            {day.label}
            {day.today && ", today"}
          </h2>
          <ul>
            {lines.map(({ lane, entry }) => (
              <li key={`${lane.who.id}${entry.id ?? ""}${entry.start}`} className="border-b border-rule/60">
                <Line
                  entry={entry}
                  lane={lane}
                  zone={zone}
                  onOpen={onOpen}
                  isChosen={chosen.isChosen(entry, lane.who.id)}
                  onChoose={() => chosen.toggle(entry, lane.who.id)}
                />
              </li>
            ))}
            {quiet > 0 && (
              <li className="px-1 py-1.5 text-soft">{quiet === 1 ? "One of another category" : `${quiet} of other categories`}</li>
            )}
          </ul>
        </section>
      ))}
    </div>
  );
}

interface LineProps {
  entry: Entry;
  lane: Lane;
  zone: Zone;
  isChosen: boolean;
  onOpen: Props["onOpen"];
  onChoose: () => void;
}

function Line({ entry, lane, zone, isChosen, onOpen, onChoose }: LineProps) {
  const cells = (
    <>
      <span className="text-soft">{entry.allDay ? "all day" : `${clock(zone, entry.start)} to ${clock(zone, entry.end)}`}</span>
      <span className="flex items-end gap-1.5 text-soft">
        <Flag flag={lane.who.flag} height={16} />
        {lane.who.givenName}
      </span>
      <span className="truncate font-semibold">{entry.label}</span>
      <span className="text-soft">{entry.takes}</span>
      <span className="truncate text-soft">{[entry.detail, entry.category?.name].filter(Boolean).join(" · ")}</span>
    </>
  );
  const grid = "grid min-h-8 w-full grid-cols-[110px_110px_minmax(0,1fr)_80px_minmax(0,200px)] items-center gap-x-3 px-1 text-left";
  return entry.id ? (
    <button
      type="button"
      aria-pressed={isChosen || undefined}
      className={`${grid} ${isChosen ? "bg-sea-wash" : "hover:bg-water"}`}
      onClick={(e) => (e.ctrlKey || e.metaKey ? onChoose() : onOpen(entry, lane))}
      onKeyDown={(e) => e.key.toLowerCase() === "x" && !e.ctrlKey && !e.metaKey && onChoose()}
    >
      {cells}
    </button>
  ) : (
    <div className={grid}>{cells}</div>
  );
}
