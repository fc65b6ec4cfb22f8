import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, type KeyboardEvent } from "react";
import type { Access, AccessCell } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { Mark } from "./Mark";
import { actingLabel, sightLabel } from "./terms";
import { useCells } from "./useCells";

const widestName = 250;
/** In a hand the names leave room for a calendar. */
const narrowName = 140;
const rowHeight = 46;
const headHeight = 44;

export interface Place {
  row: number;
  column: number;
}

interface Props {
  data: Access;
  /** Whose calendar alone it is about. */
  of: string | undefined;
  chosen: Place;
  onChoose: (place: Place) => void;
  onEnter: () => void;
  onWithdraw: () => void;
  width: number;
}

/** People down, calendars across; only what is in view is drawn. */
export function AccessTable({ data, of, chosen, onChoose, onEnter, onWithdraw, width }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const columns = data.calendars.length;
  const nameWidth = width < 600 ? narrowName : widestName;
  const columnWidth = Math.max(152, Math.min(230, (width - nameWidth) / columns));
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoised
  const rows = useVirtualizer({
    count: data.rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 4,
    paddingStart: headHeight,
    scrollPaddingStart: headHeight,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: columns,
    getScrollElement: () => box.current,
    estimateSize: () => columnWidth,
    overscan: 2,
    paddingStart: nameWidth,
    scrollPaddingStart: nameWidth,
  });
  useEffect(() => across.measure(), [across, columnWidth]);
  const wide = Math.max(width, nameWidth + columns * columnWidth);

  const go = (to: Place) => {
    const row = Math.max(0, Math.min(data.rows.length - 1, to.row));
    const column = Math.max(0, Math.min(columns - 1, to.column));
    onChoose({ row, column });
    rows.scrollToIndex(row);
    across.scrollToIndex(column);
  };
  const cells = useCells(
    data,
    of,
    rows.getVirtualItems().map((r) => r.index),
  );
  const keys = (e: KeyboardEvent) => {
    const { row, column } = chosen;
    const steps: Record<string, () => void> = {
      ArrowUp: () => go({ row: row - 1, column }),
      ArrowDown: () => go({ row: row + 1, column }),
      ArrowLeft: () => go({ row, column: column - 1 }),
      ArrowRight: () => go({ row, column: column + 1 }),
      Home: () => go({ row, column: 0 }),
      End: () => go({ row, column: columns - 1 }),
      PageUp: () => go({ row: row - 10, column }),
      PageDown: () => go({ row: row + 10, column }),
      Enter: onEnter,
      Delete: onWithdraw,
    };
    const step = steps[e.key];
    if (!step) return;
    e.preventDefault();
    step();
  };
  // What is looked at stays in view when there is less room.
  const room = rows.scrollRect?.height;
  useEffect(() => {
    if (room) rows.scrollToIndex(chosen.row);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only as the room changes
  }, [room]);
  // The chosen cell has the focus wherever the keys go, also once it has only just been drawn.
  const at = `${chosen.row} ${chosen.column}`;
  useEffect(() => {
    if (box.current?.contains(document.activeElement)) box.current.querySelector<HTMLElement>('[aria-selected="true"]')?.focus();
  }, [at]);

  return (
    <div
      ref={box}
      role="grid"
      aria-label="Who sees and does what"
      aria-rowcount={data.rows.length + 1}
      aria-colcount={columns + 1}
      onKeyDown={keys}
      className="min-h-0 overflow-auto border-b-2 border-ink max-[600px]:min-h-[340px]"
    >
      <div style={{ width: wide, height: rows.getTotalSize() }} className="relative">
        <div role="row" aria-rowindex={1} className="sticky top-0 z-10 flex bg-ground" style={{ height: headHeight, width: wide }}>
          <span role="columnheader" className="sticky left-0 z-10 shrink-0 bg-ground" style={{ width: nameWidth }}>
            <span className="sr-only">Who</span>
          </span>
          {across.getVirtualItems().map((c) => {
            const calendar = data.calendars[c.index];
            return (
              calendar && (
                <span
                  key={calendar.who.id}
                  role="columnheader"
                  aria-colindex={c.index + 2}
                  className="absolute flex items-center gap-1.5 pl-2"
                  style={{ left: c.start, width: columnWidth, height: headHeight }}
                >
                  <Flag flag={calendar.who.flag} />
                  <span className="truncate font-semibold">{calendar.own ? "You" : calendar.who.name}</span>
                </span>
              )
            );
          })}
        </div>
        {rows.getVirtualItems().map((r) => {
          const row = data.rows[r.index];
          return (
            row && (
              <div
                key={row.key}
                role="row"
                aria-rowindex={r.index + 2}
                className="absolute border-t border-rule bg-water"
                style={{ top: r.start, height: rowHeight, width: wide }}
              >
                <span
                  role="rowheader"
                  className="sticky left-0 z-[1] inline-flex h-full items-center gap-1.5 truncate bg-water pr-2 pl-3"
                  style={{ width: nameWidth }}
                >
                  <span className="max-w-full shrink-0 truncate font-semibold">{row.name}</span>
                  <span className="truncate text-soft">{row.note}</span>
                </span>
                {across.getVirtualItems().map((c) => (
                  <Cell
                    key={c.index}
                    name={row.name}
                    cell={cells.get(row.key)?.find((held) => held.calendar === c.index)}
                    column={c.index}
                    calendar={data.calendars[c.index]?.who.name ?? ""}
                    left={c.start}
                    width={columnWidth}
                    isChosen={chosen.row === r.index && chosen.column === c.index}
                    onChoose={() => onChoose({ row: r.index, column: c.index })}
                  />
                ))}
              </div>
            )
          );
        })}
      </div>
    </div>
  );
}

interface CellProps {
  name: string;
  cell: AccessCell | undefined;
  column: number;
  calendar: string;
  left: number;
  width: number;
  isChosen: boolean;
  onChoose: () => void;
}

function Cell({ name, cell, column, calendar, left, width, isChosen, onChoose }: CellProps) {
  const [first, second] = wordsOf(cell);
  return (
    <button
      type="button"
      role="gridcell"
      aria-colindex={column + 2}
      aria-selected={isChosen}
      tabIndex={isChosen ? 0 : -1}
      aria-label={`${name}, ${calendar}: ${[first, second].filter(Boolean).join(", ") || "as everyone"}`}
      onClick={onChoose}
      className={`absolute top-0 flex h-full items-center gap-2.5 px-2 text-left ${isChosen ? "bg-sea-wash outline-2 -outline-offset-2 outline-sea" : "hover:bg-ground"}`}
      style={{ left, width }}
    >
      {cell && !cell.own && <Mark sight={cell.sight} acting={cell.acting} />}
      <span className="min-w-0 text-xs leading-[15px]">
        <span className={`block truncate ${cell?.own ? "text-soft" : ""}`}>{first}</span>
        {second && <span className="block truncate text-soft">{second}</span>}
      </span>
    </button>
  );
}

/** What a cell says: how much is seen, and below it what may be done and for how long. */
function wordsOf(cell: AccessCell | undefined): [string, string] {
  if (!cell) return ["", ""];
  if (cell.own) return ["own", ""];
  const first = [sightLabel(cell.sight), cell.private ? "private too" : ""].filter(Boolean).join(", ");
  const second = [
    cell.acting === "look" ? "" : actingLabel(cell.acting),
    cell.ends ?? "",
    cell.through ? "by a group" : "",
    cell.beside ?? "",
  ];
  return [first, second.filter(Boolean).join(", ")];
}
