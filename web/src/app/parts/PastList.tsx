import type { HistoryRow } from "../../api/types";
import { Flag } from "../../lane/Flag";

/** Who did it, or that an absence or an instruction did it by itself. */
export const doer = (row: HistoryRow) =>
  row.byAbsence
    ? "The absence"
    : row.byInstruction
      ? `A standing instruction of ${row.by.givenName}`
      : row.byDeadline
        ? "The deadline"
        : row.by.name;

/** What was done, day by day, with who did it and what is different since. */
export function PastList({ rows }: { rows: HistoryRow[] }) {
  const days = [...new Set(rows.map((r) => r.day))];
  return days.map((day) => (
    <div key={day}>
      <p className="pt-2 text-[13px] text-soft">{day}</p>
      <ul aria-label={day}>
        {rows
          .filter((r) => r.day === day)
          .map((r) => (
            <Line key={r.id} row={r} />
          ))}
      </ul>
    </div>
  ));
}

function Line({ row }: { row: HistoryRow }) {
  return (
    <li className="flex gap-2 border-b border-rule/60 py-1.5 leading-6">
      <span className="w-11 shrink-0 text-soft">{row.time}</span>
      <Flag flag={row.by.flag} height={20} />
      <div className="min-w-0">
        <p>
          <span className="font-semibold">{doer(row)}</span>{" "}
          <span className={row.undone ? "line-through decoration-soft" : ""}>{row.words}</span>
          {row.undone && <span className="text-brass">, taken back since</span>}
        </p>
        {row.details.map((d) => (
          <p key={d} className="text-soft">
            {d}
          </p>
        ))}
      </div>
    </li>
  );
}
