import type { Day, Entry, Lane, Zone } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { clock } from "../../lane/time";

interface Props {
  days: Day[];
  zone: Zone;
  isShown: (id: string) => boolean;
  onOpen: (entry: Entry, lane: Lane) => void;
}

/** Two weeks line by line, the days that hold something. */
export function ListView({ days, zone, isShown, onOpen }: Props) {
  const full = days
    .map((day) => ({
      day,
      lines: day.lanes
        .filter((l) => isShown(l.who.id))
        .flatMap((lane) => lane.entries.map((entry) => ({ lane, entry })))
        .toSorted((a, b) => a.entry.start - b.entry.start),
    }))
    .filter((d) => d.lines.length > 0);
  if (full.length === 0) return <p className="pt-4 text-soft">Nothing stands in these two weeks.</p>;
  return (
    <div className="grid gap-4 pb-4">
      {full.map(({ day, lines }) => (
        <section key={day.date} aria-label={day.label}>
          <h2 className={`border-b border-rule pb-1 font-semibold ${day.today ? "text-brass" : ""}`}>
            {day.label}
            {day.today && ", today"}
          </h2>
          <ul>
            {lines.map(({ lane, entry }) => (
              <li key={`${lane.who.id}${entry.id ?? ""}${entry.start}`} className="border-b border-rule/60">
                <Line entry={entry} lane={lane} zone={zone} onOpen={onOpen} />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Line({ entry, lane, zone, onOpen }: { entry: Entry; lane: Lane; zone: Zone; onOpen: Props["onOpen"] }) {
  const cells = (
    <>
      <span className="text-soft">{entry.allDay ? "all day" : `${clock(zone, entry.start)} to ${clock(zone, entry.end)}`}</span>
      <span className="flex items-end gap-1.5 text-soft">
        <Flag flag={lane.who.flag} height={16} />
        {lane.who.givenName}
      </span>
      <span className="truncate font-semibold">{entry.label}</span>
      <span className="text-soft">{entry.takes}</span>
      <span className="truncate text-soft">{entry.detail}</span>
    </>
  );
  const grid = "grid min-h-8 w-full grid-cols-[110px_110px_minmax(0,1fr)_80px_minmax(0,200px)] items-center gap-x-3 px-1 text-left";
  return entry.id ? (
    <button type="button" className={`${grid} hover:bg-water`} onClick={() => onOpen(entry, lane)}>
      {cells}
    </button>
  ) : (
    <div className={grid}>{cells}</div>
  );
}
