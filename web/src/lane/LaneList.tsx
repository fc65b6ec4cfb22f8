import type { Entry, Zone } from "../api/types";
import type { BoardRow } from "./board";
import { clock } from "./time";

interface Line {
  entry?: Entry;
  start: number;
  end: number;
  words?: string;
}

/** Entries, ways that are too short and clashes, in the order of the day. */
function linesOf(row: BoardRow): Line[] {
  const ways = row.lane.ways.filter((w) => w.shortMinutes > 0).map((w) => ({ start: w.start, end: w.end, words: w.words }));
  const entries = row.lane.entries.map((entry) => ({ entry, start: entry.start, end: entry.end }));
  return [...entries, ...ways, ...row.notes].toSorted((a, b) => a.start - b.start);
}

/** The same lanes as a table that can be walked line by line. */
export function LaneList({
  name,
  rows,
  zones,
  onOpen,
}: {
  name: string;
  rows: BoardRow[];
  zones: Zone[];
  onOpen: ((entry: Entry, row: BoardRow) => void) | undefined;
}) {
  const zone = zones[0];
  if (!zone) return null;
  return (
    <div className="grid gap-4">
      {rows.map((row) => (
        <table key={row.key} className="w-full max-w-4xl table-fixed bg-water text-left">
          <caption className="py-1 text-left">
            <span className="font-semibold">{row.title}</span> <span className="text-soft">{row.line}</span>
            <span className="sr-only">, {name}</span>
          </caption>
          <thead className="sr-only">
            <tr>
              <th className="w-32">Time</th>
              <th>What</th>
              <th className="w-28">How it takes time</th>
              <th className="w-64">Where, or what it waits for</th>
            </tr>
          </thead>
          <tbody>
            {row.lane.away.map((a) => (
              <tr key={a.start} className="border-t border-rule">
                <td className="w-32 px-2 py-1.5">away</td>
                <td colSpan={3}>{a.words}</td>
              </tr>
            ))}
            {linesOf(row).map(({ entry: e, start, end, words }) =>
              !e ? (
                <tr key={`note${start}${words}`} className="border-t border-rule text-brick">
                  <td className="px-2 py-1.5">{`${clock(zone, start)} to ${clock(zone, end)}`}</td>
                  <td colSpan={3}>{words}</td>
                </tr>
              ) : (
                <tr key={`${e.id ?? ""}${e.start}`} className="border-t border-rule">
                  <td className="w-32 px-2 py-1.5">{e.allDay ? "all day" : `${clock(zone, e.start)} to ${clock(zone, e.end)}`}</td>
                  <td className="font-semibold">
                    {e.id && onOpen ? (
                      <button type="button" className="min-h-8 underline decoration-rule underline-offset-4" onClick={() => onOpen(e, row)}>
                        {e.label}
                      </button>
                    ) : (
                      e.label
                    )}
                  </td>
                  <td className="w-28">{e.takes}</td>
                  <td className="w-64 text-soft">{e.detail}</td>
                </tr>
              ),
            )}
            {row.lane.entries.length === 0 && row.lane.away.length === 0 && (
              <tr className="border-t border-rule">
                <td className="px-2 py-1.5 text-soft" colSpan={4}>
                  {row.lane.known ? "Nothing scheduled here." : "This calendar is not known to you."}
                </td>
              </tr>
            )}
          </tbody>
        </table>
      ))}
    </div>
  );
}
