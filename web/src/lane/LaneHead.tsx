import { colourOf, Cloth } from "./Flag";
import type { Entry } from "../api/types";
import type { BoardRow } from "./board";
import type { Drawn } from "./labels";

interface Props {
  row: BoardRow;
  height: number;
  drawn: Drawn[];
  last: boolean;
  onOpen: ((entry: Entry, row: BoardRow) => void) | undefined;
}

/** What stands left of a lane: whose it is on the staff, and what the numbers on it mean. */
export function LaneHead({ row, height, drawn, last, onOpen }: Props) {
  const low = height < 60;
  const numbered = drawn.flatMap((d) => (d.label && "number" in d.label ? [{ number: d.label.number, entry: d.placed.entry }] : []));
  const allDay = row.lane.entries.filter((e) => e.allDay);
  const link = row.today ? row.lane.entries.find((e) => e.link) : undefined;
  const notes = [
    ...row.lane.closed.map((c) => c.words),
    ...numbered.map((n) => `${n.number} ${n.entry.label}`),
    ...(low || !onOpen ? allDay.map((e) => `All day: ${e.label}`) : []),
  ];
  // A line each first; what is over goes to where they are, then to the notes, so that no line is cut in half.
  const singles = [row.lane.unread, link, notes.length > 0].filter(Boolean).length + (onOpen ? allDay.length : 0);
  const over = Math.floor((height - 28) / 16) - 1 - singles;
  return (
    <div
      className={`relative overflow-hidden pr-2 pl-[30px] ${last ? "border-b border-rule" : ""}`}
      style={{ height, paddingTop: low ? 1 : 7 }}
      // The whole day as a line of names, whatever has a number.
      title={row.lane.entries.map((e) => e.label).join(", ")}
    >
      <div className="absolute top-0 bottom-0 left-[7px] w-[2px]" style={{ background: colourOf(row.lane.who.flag) }} />
      <div className="absolute top-[2px] left-[9px]">
        <Cloth flag={row.lane.who.flag} />
      </div>
      <div className="flex items-baseline justify-between gap-2">
        <span className="truncate font-semibold">{row.title}</span>
        {row.aside && <span className="font-semibold">{row.aside}</span>}
      </div>
      <div
        title={low ? notes.join(", ") : (row.line ?? undefined)}
        className={`text-xs text-soft ${low || over < 1 ? "truncate" : "line-clamp-2"}`}
      >
        {low && notes.length > 0 ? notes.join(", ") : [row.line, row.lane.tended].filter(Boolean).join(", ")}
      </div>
      {row.lane.unread && (
        <div className={`text-xs text-brass ${low || over < 2 ? "truncate" : "line-clamp-2"}`} title={row.lane.unread}>
          {row.lane.unread}
        </div>
      )}
      {!low && link && (
        <a
          href={link.link ?? ""}
          target="_blank"
          rel="noreferrer noopener"
          className="block truncate text-xs font-semibold text-sea underline underline-offset-4"
        >
          {link.on ? "Join" : "Starting soon: join"} {link.label}
        </a>
      )}
      {!low &&
        onOpen &&
        allDay.map((e) => (
          <button
            key={`${e.id ?? ""}${e.start}`}
            type="button"
            disabled={!e.id}
            className="block max-w-full truncate text-left text-xs font-semibold hover:underline"
            onClick={() => onOpen(e, row)}
          >
            All day: {e.label}
          </button>
        ))}
      {!low && notes.length > 0 && (
        <div className={`text-xs ${over < 2 ? "truncate" : "mt-0.5 line-clamp-2"}`} title={notes.join(", ")}>
          {notes.join(", ")}
        </div>
      )}
    </div>
  );
}
