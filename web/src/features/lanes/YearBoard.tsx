import type { Year } from "../../api/types";
import { colourOf, tintOf } from "../../lane/Flag";
import { dayAndMonth } from "../../lane/time";

interface Props {
  data: Year;
  onWeek: (monday: string) => void;
  onOpen: (id: string, occurrence: string | null) => void;
}

const months = ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"];
const head = 232;
/** A working week that is full. */
const full = 40 * 60;

/** Weeks from left to right: how much of each is taken on the baseline, below it a line for each series. */
export function YearBoard({ data, onWeek, onOpen }: Props) {
  const first = data.weeks[0];
  const last = data.weeks.at(-1);
  if (!first || !last) return null;
  const length = last.end - first.start;
  const at = (moment: number) => (100 * (Math.min(Math.max(moment, first.start), last.end) - first.start)) / length;
  const run = (span: { start: number; end: number }) => ({
    left: `${at(span.start)}%`,
    width: `${Math.max(0, at(span.end) - at(span.start))}%`,
  });
  // A week belongs to the month of its Thursday, as it does to its year.
  const begins = data.weeks
    .map((w) => ({ month: new Date(Date.parse(`${w.date}T00:00Z`) + 3 * 86_400_000).getUTCMonth(), start: w.start }))
    .filter((w, i, all) => all[i - 1]?.month !== w.month);
  const columns = { gridTemplateColumns: `${head}px minmax(0, 1fr)` };
  return (
    <div role="group" aria-label={`The year ${data.year}, a column a week`}>
      <div className="grid" style={columns}>
        <span />
        <div className="relative h-5 text-xs text-soft" aria-hidden="true">
          {begins.map((m) => (
            <span key={`${m.month}${m.start}`} className="absolute border-l border-rule pl-1" style={{ left: `${at(m.start)}%` }}>
              {(months[m.month] ?? "").slice(0, 3)}
            </span>
          ))}
        </div>
      </div>
      <div className="grid" style={columns}>
        <div className="relative pr-2 pl-[30px] pt-1.5">
          <div className="absolute top-0 bottom-0 left-[7px] w-[2px]" style={{ background: colourOf(data.who.flag) }} />
          <div className="font-semibold">How full the weeks are</div>
          <div className="text-xs text-soft">a full lane is 40 hours taken</div>
        </div>
        <div className="relative flex h-[150px] border-b-2 border-ink bg-water">
          {data.closed.map((c) => (
            <div
              key={`c${c.start}${c.words}`}
              title={`${c.kind}, ${c.words}`}
              className="absolute inset-y-0 min-w-[2px] bg-land"
              style={run(c)}
            />
          ))}
          {data.noGo.map((n) => (
            <div key={n.id} className="absolute inset-y-0 bg-land" style={run(n)}>
              <span className="absolute top-1 left-1 text-xs leading-4 font-semibold whitespace-nowrap text-brass">No-go</span>
            </div>
          ))}
          {data.away.map((a) => (
            <div
              key={`a${a.start}`}
              title={a.words}
              className="absolute inset-y-0"
              style={{ ...run(a), background: `color-mix(in srgb, ${tintOf(data.who.flag)} 50%, var(--water))` }}
            />
          ))}
          {data.weeks.map((w) => (
            <button
              key={w.date}
              type="button"
              aria-label={`${w.label}. Open it`}
              title={w.label}
              onClick={() => onWeek(w.date)}
              className="group relative min-w-0 flex-1 hover:bg-ink/5"
            >
              <span
                className="absolute right-px bottom-0 left-0 rounded-t-[2px]"
                style={{ height: `${Math.min(100, (100 * w.minutes) / full)}%`, background: tintOf(data.who.flag) }}
              />
            </button>
          ))}
          <Now now={data.now} from={first.start} to={last.end} at={at} />
        </div>
      </div>
      <div className="grid text-xs text-soft" style={columns}>
        <span className="pl-[30px]">week</span>
        <div className="flex" aria-hidden="true">
          {data.weeks.map((w) => (
            <span
              key={w.date}
              className={`min-w-0 flex-1 text-center ${data.now >= w.start && data.now < w.end ? "font-semibold text-brass" : ""}`}
            >
              {w.number % 2 === 1 ? w.number : ""}
            </span>
          ))}
        </div>
      </div>
      <h2 className="mt-3 mb-1 font-semibold">Repeating</h2>
      {data.cycles.length === 0 && <p className="text-soft">No series stands in this year, as far as you may see.</p>}
      <ul aria-label="Series">
        {data.cycles.map((c) => (
          <li key={c.id} className="grid border-t border-rule" style={columns}>
            <div className="min-w-0 py-1 pr-2 pl-[30px]">
              <button
                type="button"
                className="block min-h-6 max-w-full truncate text-left font-semibold underline decoration-rule underline-offset-4"
                onClick={() => onOpen(c.id, c.times[0]?.occurrence ?? null)}
              >
                {c.title}
              </button>
              <div className="truncate text-xs text-soft" title={c.rule ?? ""}>
                {[c.rule ?? "on dates of its own", c.category?.name].filter(Boolean).join(" · ")}
              </div>
            </div>
            <div className="relative border-b border-ink bg-water">
              {data.noGo.map((n) => (
                <div key={n.id} className="absolute inset-y-0 bg-land" style={run(n)} />
              ))}
              {c.times.map((t) => (
                <button
                  key={t.start}
                  type="button"
                  tabIndex={-1}
                  title={`${c.title}, ${t.label}, ${t.takes}`}
                  aria-label={`${c.title}, ${t.label}`}
                  onClick={() => onOpen(c.id, t.occurrence)}
                  className="absolute bottom-0 w-1.5 -translate-x-1/2 rounded-t-[1px]"
                  style={{
                    left: `${at(t.start)}%`,
                    height: t.takes === "firm" ? "74%" : t.takes === "pencilled" ? "40%" : "16%",
                    background: colourOf(c.category?.colour ?? data.who.flag),
                  }}
                />
              ))}
              <Now now={data.now} from={first.start} to={last.end} at={at} />
            </div>
          </li>
        ))}
      </ul>
      {data.closed.length > 0 && (
        <p className="border-t border-rule pt-2 text-soft">
          <span className="font-semibold text-ink">Days off:</span> {closedWords(data)}
        </p>
      )}
      {data.cyclesLeftOut > 0 && <p className="pt-1 text-soft">{data.cyclesLeftOut} more series are not shown.</p>}
    </div>
  );
}

/** Each day off with its date, those of one kind under it: "Holiday in Lisbon 9 February, Carnaval; 26 March, …". */
function closedWords(data: Year): string {
  const kinds = new Map<string, string[]>();
  for (const c of data.closed) kinds.set(c.kind, [...(kinds.get(c.kind) ?? []), `${dayAndMonth(c.date)} ${c.words}`]);
  return [...kinds].map(([kind, days]) => `${kind}: ${days.join("; ")}`).join(". ");
}

function Now({ now, from, to, at }: { now: number; from: number; to: number; at: (moment: number) => number }) {
  if (now < from || now >= to) return null;
  return <div className="pointer-events-none absolute inset-y-0 w-[2px] bg-brass" style={{ left: `${at(now)}%` }} />;
}
