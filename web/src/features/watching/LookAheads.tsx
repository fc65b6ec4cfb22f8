import { ask, client } from "../../api/client";
import type { NeedsLook, Person } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Flag } from "../../lane/Flag";

type LookedFor = NeedsLook["kinds"][number];

const daysWords = (days: number) => (days === 0 ? "not at all" : days === 1 ? "today" : `${days} days`);

/** How far ahead each kind of thing is looked for, for each of those whose calendars one keeps. */
export function LookAheads({ data }: { data: NeedsLook }) {
  const { run } = useChanges();
  const say = (of: Person, kind: LookedFor, days: number) =>
    run(
      ask(client.PUT("/api/watch/ahead", { body: { of: of.id, kind: kind.kind, days } })),
      `${kind.words}, for ${of.givenName}: ${daysWords(days)}.`,
    );
  return (
    <section aria-labelledby="look-aheads" className="pt-8">
      <h2 id="look-aheads" className="pb-1 text-[15px] font-semibold">
        How far ahead is looked
      </h2>
      <div className="overflow-x-auto">
        <table className="border-t border-rule">
          <thead>
            <tr className="border-b border-rule">
              <td />
              {data.of.map((p) => (
                <th key={p.id} scope="col" className="px-3 py-1.5 text-left font-semibold">
                  <span className="flex items-center gap-1.5">
                    <Flag flag={p.flag} height={18} />
                    {p.givenName}
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {data.kinds.map((kind) => (
              <tr key={kind.kind} className="border-b border-rule">
                <th scope="row" className="pr-4 text-left font-normal">
                  {kind.words}
                </th>
                {data.of.map((p, i) => (
                  <td key={p.id} className="px-3">
                    <Days
                      name={`${kind.words}, for ${p.givenName}`}
                      days={kind.days[i] ?? 0}
                      most={data.mostDays}
                      onSay={(days) => say(p, kind, days)}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const usual = [0, 1, 2, 3, 5, 7, 10, 14, 21];

function Days({ name, days, most, onSay }: { name: string; days: number; most: number; onSay: (days: number) => void }) {
  const offered = [...new Set([...usual.filter((d) => d <= most), days])].sort((a, b) => a - b);
  return (
    <select
      aria-label={name}
      value={days}
      onChange={(e) => onSay(Number(e.target.value))}
      className={`min-h-8 bg-transparent underline decoration-1 underline-offset-4 ${days === 0 ? "text-soft" : ""}`}
    >
      {offered.map((d) => (
        <option key={d} value={d}>
          {daysWords(d)}
        </option>
      ))}
    </select>
  );
}
