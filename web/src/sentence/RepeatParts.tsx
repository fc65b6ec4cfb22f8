import type { RepeatParts as Parts, RepeatReading } from "../api/types";
import { weekdayOf, weekdays } from "../lane/time";

const units = ["daily", "weekly", "monthly", "yearly"] as const;
const unitWords = { daily: ["day", "days"], weekly: ["week", "weeks"], monthly: ["month", "months"], yearly: ["year", "years"] } as const;
const field = "h-8 border-b border-ink bg-transparent px-1 outline-none focus-visible:border-b-2 focus-visible:border-sea";

type Unit = (typeof units)[number];
type Ends = "never" | "until" | "times";

interface Props {
  parts: Parts | null;
  /** Wall-clock start of the first. */
  start: string;
  monthDays: RepeatReading["monthDays"];
  /** Whether it is said in words with more to it than parts can say. */
  beyond: boolean;
  onChange: (parts: Parts) => void;
}

/** How something repeats, as a sentence of parts: every · 2 · weeks · on Monday and Thursday · until … */
export function RepeatParts({ parts, start, monthDays, beyond, onChange }: Props) {
  const first = weekdays.indexOf(weekdayOf(start.slice(0, 10))) + 1;
  const said: Parts = parts ?? { every: 1, unit: "weekly", weekdays: [first], on: "sameDate", until: null, times: null };
  const set = (part: Partial<Parts>) => onChange({ ...said, ...part });
  const unit: Unit = said.unit === "hourly" ? "weekly" : said.unit;
  const ends: Ends = said.until !== null ? "until" : said.times !== null ? "times" : "never";
  const end = (how: Ends) => set({ until: how === "until" ? afterMonths(start, 3) : null, times: how === "times" ? 10 : null });
  return (
    <fieldset className="flex flex-wrap items-center gap-x-1.5 gap-y-1">
      <legend className="pb-1 text-soft">
        {beyond ? "By parts; what is said above has more to it, and a part chosen here takes its place" : "By parts"}
      </legend>
      every
      <input
        type="number"
        aria-label="Every how many"
        min={1}
        max={99}
        value={said.every}
        onChange={(e) => e.target.valueAsNumber >= 1 && e.target.valueAsNumber <= 99 && set({ every: e.target.valueAsNumber })}
        className={`${field} w-12`}
      />
      <select
        aria-label="Days, weeks, months or years"
        value={unit}
        onChange={(e) => {
          const next = units.find((u) => u === e.target.value) ?? "weekly";
          set({ unit: next, weekdays: next === "weekly" ? [first] : [], on: "sameDate" });
        }}
        className={field}
      >
        {units.map((u) => (
          <option key={u} value={u}>
            {unitWords[u][said.every === 1 ? 0 : 1]}
          </option>
        ))}
      </select>
      {unit === "weekly" && (
        <>
          on
          {weekdays.map((name, i) => {
            const on = said.weekdays.includes(i + 1);
            return (
              <button
                key={name}
                type="button"
                aria-label={name}
                aria-pressed={on}
                onClick={() => {
                  const next = on ? said.weekdays.filter((d) => d !== i + 1) : [...said.weekdays, i + 1].sort();
                  if (next.length > 0) set({ weekdays: next });
                }}
                className={`min-h-8 border-b-2 px-1 ${on ? "border-sea font-semibold" : "border-transparent text-soft hover:bg-water"}`}
              >
                {name.slice(0, 3)}
              </button>
            );
          })}
        </>
      )}
      {unit === "monthly" && (
        <>
          on
          <select
            aria-label="Which day of the month"
            value={said.on}
            onChange={(e) => set({ on: monthDays.find((m) => m.on === e.target.value)?.on ?? "sameDate" })}
            className={field}
          >
            {monthDays.map((m) => (
              <option key={m.on} value={m.on}>
                {m.words}
              </option>
            ))}
          </select>
        </>
      )}
      <select
        aria-label="Until when"
        value={ends}
        onChange={(e) => end(e.target.value === "until" ? "until" : e.target.value === "times" ? "times" : "never")}
        className={field}
      >
        <option value="never">without end</option>
        <option value="until">until</option>
        <option value="times">so many times</option>
      </select>
      {ends === "until" && (
        <input
          type="date"
          aria-label="The last day"
          value={said.until ?? ""}
          min={start.slice(0, 10)}
          onChange={(e) => e.target.value && set({ until: e.target.value })}
          className={field}
        />
      )}
      {ends === "times" && (
        <input
          type="number"
          aria-label="How many times"
          min={1}
          max={999}
          value={said.times ?? 10}
          onChange={(e) => e.target.valueAsNumber >= 1 && e.target.valueAsNumber <= 999 && set({ times: e.target.valueAsNumber })}
          className={`${field} w-16`}
        />
      )}
    </fieldset>
  );
}

/** The day so many months after a start. */
function afterMonths(start: string, months: number): string {
  const day = new Date(`${start.slice(0, 10)}T00:00Z`);
  day.setUTCMonth(day.getUTCMonth() + months);
  return day.toISOString().slice(0, 10);
}
