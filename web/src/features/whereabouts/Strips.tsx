import type { Strip, Whereabouts } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { and } from "../../lane/words";
import { runsOf } from "./runs";

const head = "clamp(84px, 22vw, 168px)";

/** A month as strips: a column a day, the place written once along its run, an absence over its days. */
export function Strips({
  data,
  onAway,
  onDay,
}: {
  data: Whereabouts;
  onAway: (id: number) => void;
  onDay: (who: Strip["who"], date: string) => void;
}) {
  const columns = { gridTemplateColumns: `${head} repeat(${data.days.length}, minmax(26px, 1fr))` };
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={`${data.label}, by days`}>
      <div className="min-w-[980px]">
        <div className="grid border-b border-rule text-[12.5px]" style={columns} aria-hidden="true">
          <span />
          {data.days.map((d) => (
            <span key={d.date} className={`pb-1 text-center ${d.today ? "font-semibold text-brass" : "text-soft"}`}>
              {d.letter}
              {d.day}
            </span>
          ))}
        </div>
        {data.strips.map((strip) => (
          <One key={strip.who.id} strip={strip} days={data.days} columns={columns} onAway={onAway} onDay={onDay} />
        ))}
      </div>
      <DaysOff data={data} />
    </div>
  );
}

/** Holidays and closures in words, each once with whose they are: a column is too narrow for a name. */
function DaysOff({ data }: { data: Whereabouts }) {
  const off = new Map<string, string[]>();
  for (const strip of data.strips)
    strip.days.forEach((d, i) => {
      const day = data.days[i];
      if (!d.off || !day) return;
      const words = `${day.label}, ${d.off}`;
      off.set(words, [...(off.get(words) ?? []), strip.who.givenName]);
    });
  if (off.size === 0) return null;
  return (
    <ul aria-label="Holidays and closures" className="flex flex-wrap gap-x-6 pt-1.5 text-[13px]">
      {[...off].map(([words, whose]) => (
        <li key={words}>
          {words} <span className="text-soft">for {and(whose)}</span>
        </li>
      ))}
    </ul>
  );
}

function One({
  strip,
  days,
  columns,
  onAway,
  onDay,
}: {
  strip: Strip;
  days: Whereabouts["days"];
  columns: { gridTemplateColumns: string };
  onAway: (id: number) => void;
  onDay: (who: Strip["who"], date: string) => void;
}) {
  const { who } = strip;
  const colour = `var(--flag-${who.flag % 8})`;
  return (
    <section aria-label={who.name} className="grid border-b-2 border-ink" style={columns}>
      <h2 className="row-start-1 flex h-[68px] gap-2 pt-2 font-semibold" style={{ gridColumn: 1 }}>
        <Flag flag={who.flag} height={20} />
        <span className="min-w-0 leading-5">
          <span className="block truncate">{who.givenName}</span>
          <span className="block truncate text-[12.5px] font-normal text-soft">{who.town}</span>
        </span>
      </h2>
      {strip.days.map((d, i) => (
        <button
          key={days[i]?.date}
          type="button"
          tabIndex={-1}
          title={[days[i]?.label, d.off ?? d.place ?? "not working"].join(": ")}
          aria-label={`${days[i]?.label ?? ""}: ${d.off ?? d.place ?? "not working"}`}
          onClick={() => days[i] && onDay(who, days[i].date)}
          className={`row-start-1 h-[68px] ${d.place ? "bg-water" : "bg-land"} ${days[i]?.today ? "border-l-2 border-brass" : ""} hover:bg-sea-wash`}
          style={{ gridColumn: i + 2 }}
        />
      ))}
      {runsOf(strip.days.map((d) => d.place)).map((run) => (
        <span
          key={`place-${run.first}`}
          className="pointer-events-none row-start-1 self-end overflow-hidden px-1 pb-1.5"
          style={{ gridColumn: `${run.first + 2} / ${run.last + 3}` }}
        >
          <span className="block truncate text-[12.5px] font-semibold" style={{ color: colour }}>
            {run.of}
          </span>
          <span className="block h-[3px]" style={{ background: colour }} />
        </span>
      ))}
      {strip.away.map((a) => (
        <button
          key={a.id}
          type="button"
          onClick={() => onAway(a.id)}
          title={a.words}
          className="z-10 row-start-1 mb-[26px] overflow-hidden px-1.5 text-left text-[12.5px] leading-4 font-semibold hover:underline"
          style={{ gridColumn: `${a.first + 2} / ${a.last + 3}`, background: `var(--tint-${who.flag % 8})`, color: colour }}
        >
          {a.words}
        </button>
      ))}
    </section>
  );
}
