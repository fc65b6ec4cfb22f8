import type { Panel, Zone } from "../../../api/types";
import type { Axis } from "../../../lane/axis";
import type { BoardRow } from "../../../lane/board";
import { clock } from "../../../lane/time";

interface Props {
  axis: Axis;
  /** Where each row stands. */
  stands: { top: number; height: number }[];
  rows: BoardRow[];
  day: { start: number; end: number };
  zone: Zone;
  plan: Panel;
  /** Who is looked at: their meeting is the stretch itself. */
  who: string | undefined;
}

/** The other meetings of a plan on the lanes of those who are met one after another. */
export function PanelOnBoard({ axis, stands, rows, day, zone, plan, who }: Props) {
  return plan.placed
    .filter((p) => p.who.id !== who && day.start <= p.start && p.start < day.end)
    .map((p) => {
      const stand = stands[rows.findIndex((r) => r.key === p.who.id)];
      const left = axis.x(p.start - day.start);
      if (!stand) return null;
      return (
        <span
          key={p.who.id}
          title={`${p.who.name}, ${p.when}`}
          className="pointer-events-none absolute overflow-hidden border-2 border-sea bg-sea-wash px-1 text-xs leading-[15px] font-semibold text-ink"
          style={{
            left,
            width: Math.max(3, axis.x(Math.min(p.end, day.end) - day.start) - left),
            top: stand.top + 2,
            height: Math.max(16, stand.height - 4),
          }}
        >
          {clock(zone, p.start)}
        </span>
      );
    });
}
