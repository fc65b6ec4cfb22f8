import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import type { SheetRow, WhereaboutsYear } from "../../api/types";
import { useKeys } from "../../app/keys";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { whereaboutsYearQuery } from "./queries";

const route = getRouteApi("/whereabouts");

const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];

/** A year of who is away when, on one sheet, and on how many days each works where. */
export function YearSheet({ year }: { year: number }) {
  const data = useQuery(whereaboutsYearQuery(year));
  return data.data ? <Shown data={data.data} /> : <Wait query={data} />;
}

function Shown({ data }: { data: WhereaboutsYear }) {
  const navigate = route.useNavigate();
  const go = (year: number) => void navigate({ search: { year }, replace: true });
  useKeys({ h: () => go(data.year - 1), l: () => go(data.year + 1) }, [{ keys: "H L", does: "previous, next year" }]);
  return (
    <div className="px-6 pb-8">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">{data.year}, by weeks</h1>
        <p className="min-w-0 flex-1 text-soft">Who is away when, weeks kept clear, and the days at each place.</p>
        <span className="no-print flex flex-wrap gap-1">
          <Button look="plain" onClick={() => go(data.year - 1)}>
            Previous year
          </Button>
          <Button look="plain" onClick={() => go(data.year + 1)}>
            Next year
          </Button>
          <Button look="plain" onClick={() => void navigate({ search: {} })}>
            By month
          </Button>
        </span>
      </div>
      {data.together.length > 0 && (
        <ul aria-label="Away together" className="pb-2">
          {data.together.map((words) => (
            <li key={words} className="font-semibold text-brick">
              {words}
            </li>
          ))}
        </ul>
      )}
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={`${String(data.year)}, by weeks`}>
        <div className="min-w-[980px]">
          <Weeks data={data} />
          {data.rows.map((row) => (
            <Row key={row.who.id} row={row} data={data} />
          ))}
        </div>
      </div>
      <Marks data={data} />
      <h2 className="mt-5 text-[17px] font-semibold">Days at each place</h2>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Days at each place">
        <table className="min-w-[820px] border-collapse tabular-nums">
          <thead>
            <tr className="text-soft">
              <th scope="col" className="py-1 pr-6 text-left font-normal">
                Who, where
              </th>
              {months.map((m) => (
                <th key={m} scope="col" className="w-12 text-right font-normal">
                  {m}
                </th>
              ))}
              <th scope="col" className="w-16 text-right font-normal">
                Year
              </th>
            </tr>
          </thead>
          {data.rows.map((row) => (
            <Balance key={row.who.id} row={row} />
          ))}
        </table>
      </div>
    </div>
  );
}

const columnsOf = (data: WhereaboutsYear) => ({
  gridTemplateColumns: `clamp(84px, 22vw, 168px) repeat(${String(data.weeks.length)}, minmax(14px, 1fr))`,
});

function Weeks({ data }: { data: WhereaboutsYear }) {
  return (
    <div className="grid border-b border-rule text-[11px]" style={columnsOf(data)} aria-hidden="true">
      <span />
      {data.weeks.map((w) => (
        <span key={w.first} className={`pb-1 text-center leading-3.5 ${w.now ? "font-semibold text-brass" : "text-soft"}`}>
          <span className="block h-3.5 overflow-visible text-left whitespace-nowrap">{w.month}</span>
          {w.number}
        </span>
      ))}
    </div>
  );
}

function Row({ row, data }: { row: SheetRow; data: WhereaboutsYear }) {
  const colour = `var(--flag-${String(row.who.flag % 8)})`;
  return (
    <section aria-label={row.who.name} className="grid border-b-2 border-ink bg-water" style={columnsOf(data)}>
      <h2 className="row-start-1 flex h-[52px] gap-2 bg-ground pt-2 font-semibold" style={{ gridColumn: 1 }}>
        <Flag flag={row.who.flag} height={20} />
        <span className="truncate">{row.who.givenName}</span>
      </h2>
      {data.weeks.map((w, i) =>
        w.now ? <span key={w.first} className="row-start-1 border-l-2 border-brass" style={{ gridColumn: i + 2 }} /> : null,
      )}
      {row.marks.map((m) => (
        <span
          key={`${m.words} ${String(m.first)}`}
          role="img"
          aria-label={m.words}
          title={m.words}
          className={`row-start-1 truncate px-0.5 text-[11px] leading-4 font-semibold ${m.away ? "mb-5" : "mt-8 border border-ink bg-land"}`}
          style={{
            gridColumn: `${String(m.first + 2)} / ${String(m.last + 3)}`,
            ...(m.away ? { background: `var(--tint-${String(row.who.flag % 8)})`, color: colour } : {}),
          }}
        >
          {m.last > m.first + 2 ? m.words : ""}
        </span>
      ))}
    </section>
  );
}

/** The same in words: a week is too narrow for them. */
function Marks({ data }: { data: WhereaboutsYear }) {
  const all = data.rows.flatMap((row) => row.marks.map((m) => ({ ...m, who: row.who })));
  if (all.length === 0) return <p className="pt-1.5 text-soft">Nobody is away, and no week is kept clear.</p>;
  return (
    <ul aria-label="Absences and weeks kept clear" className="flex flex-wrap gap-x-6 pt-1.5 text-[13px]">
      {all.map((m) => (
        <li key={`${m.who.id} ${m.words} ${String(m.first)}`}>
          {m.who.givenName}: {m.words}
          {!m.away && (
            <span className="text-soft">
              , week {data.weeks[m.first]?.number}
              {m.last > m.first && ` to ${String(data.weeks[m.last]?.number ?? "")}`}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

function Balance({ row }: { row: SheetRow }) {
  return (
    <tbody className="border-t border-rule">
      <tr>
        <th scope="rowgroup" colSpan={14} className="pt-1.5 text-left font-semibold">
          {row.who.givenName}
        </th>
      </tr>
      {row.balance.map((b) => (
        <tr key={b.place}>
          <th scope="row" className="py-0.5 pr-6 pl-4 text-left font-normal">
            {b.place}
          </th>
          {b.months.map((days, i) => (
            <td key={months[i]} className={`text-right ${days === 0 ? "text-soft" : ""}`}>
              {days === 0 ? "–" : days}
            </td>
          ))}
          <td className="text-right font-semibold">{b.total}</td>
        </tr>
      ))}
    </tbody>
  );
}
