import type { RoomPlan, Zone } from "../../../api/types";
import type { Axis } from "../../../lane/axis";
import type { BoardRow } from "../../../lane/board";
import { clock, dateText, weekdayOf } from "../../../lane/time";

interface Props {
  axis: Axis;
  /** Where each row stands. */
  stands: { top: number; height: number }[];
  rows: BoardRow[];
  day: { start: number; end: number };
  zone: Zone;
  plan: RoomPlan;
}

interface Piece {
  key: string;
  start: number;
  end: number;
  row: number;
  title: string;
  line: string;
  gone: boolean;
}

/** What a plan would move, where it is now and where it goes, on the lanes of everyone in it. */
export function RoomOnBoard({ axis, stands, rows, day, zone, plan }: Props) {
  const within = (at: number) => day.start <= at && at < day.end;
  const told = (at: number) => (within(at) ? clock(zone, at) : `${weekdayOf(dateText(zone, at))} ${clock(zone, at)}`);
  const pieces = plan.moves.flatMap((m, i) =>
    m.people.flatMap((person) => {
      const row = rows.findIndex((r) => r.key === person);
      if (row < 0) return [];
      const both: Piece[] = [
        {
          key: `${i} ${person} from`,
          start: m.fromStart,
          end: m.fromEnd,
          row,
          title: m.title,
          line: `to ${told(m.toStart)}`,
          gone: true,
        },
        {
          key: `${i} ${person} to`,
          start: m.toStart,
          end: m.toEnd,
          row,
          title: m.title,
          line: `was ${told(m.fromStart)}`,
          gone: false,
        },
      ];
      return both.filter((p) => within(p.start));
    }),
  );
  return pieces.map((p) => {
    const stand = stands[p.row];
    const left = axis.x(p.start - day.start);
    const width = Math.max(3, axis.x(Math.min(p.end, day.end) - day.start) - left);
    if (!stand) return null;
    return (
      <span
        key={p.key}
        title={`${p.title} ${p.line}`}
        className={`pointer-events-none absolute overflow-hidden border-2 px-1 text-xs leading-[15px] ${
          p.gone ? "border-dashed border-sea bg-ground text-soft" : "border-sea bg-sea-wash text-ink"
        }`}
        style={{ left, width, top: stand.top + 2, height: Math.max(16, stand.height - 4) }}
      >
        <span className={`block font-semibold ${p.gone ? "line-through decoration-1" : ""}`}>{p.title}</span>
        <span className="block">{p.line}</span>
      </span>
    );
  });
}
