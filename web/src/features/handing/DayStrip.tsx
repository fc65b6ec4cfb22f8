import type { SheetDay, SheetLine } from "../../api/types";

const hour = 3_600_000;

/** The hours that the strip shows: a usual day, and further where something stands. */
function shown(day: SheetDay, entries: SheetLine[]): [number, number] {
  const from = Math.min(day.start + 8 * hour, ...entries.map((e) => Math.max(day.start, e.start)));
  const to = Math.max(day.start + 18 * hour, ...entries.map((e) => Math.min(day.end, e.end)));
  const down = day.start + Math.floor((from - day.start) / hour) * hour;
  return [down, day.start + Math.ceil((to - day.start) / hour) * hour];
}

/** The day’s lane across the top: what is firm is filled, what is not is dashed. The list below says the same in words. */
export function DayStrip({ day, entries }: { day: SheetDay; entries: SheetLine[] }) {
  const [from, to] = shown(day, entries);
  const at = (moment: number) => `${(100 * (Math.min(Math.max(moment, from), to) - from)) / (to - from)}%`;
  const hours = Array.from({ length: Math.round((to - from) / hour) + 1 }, (_, i) => from + i * hour);
  return (
    <div aria-hidden className="relative mt-3 mb-1 h-[13mm] break-inside-avoid break-after-avoid text-[8pt]">
      {hours.map((h, i) => (
        <span key={h} className="absolute top-0 h-full border-l border-neutral-300" style={{ left: at(h) }}>
          {i < hours.length - 1 && <span className="pl-0.5 text-neutral-700">{Math.round((h - day.start) / hour)}</span>}
        </span>
      ))}
      {entries
        .filter((e) => e.takes !== "free")
        .map((e) => (
          <span
            key={`${e.id ?? ""} ${e.start}`}
            className={`absolute bottom-0 h-[7mm] overflow-hidden border px-0.5 leading-[7mm] whitespace-nowrap ${
              e.takes === "firm" ? "border-black bg-neutral-200" : "border-dashed border-black bg-white"
            }`}
            style={{ left: at(e.start), width: `calc(${at(e.end)} - ${at(e.start)})` }}
          >
            {e.title}
          </span>
        ))}
    </div>
  );
}
