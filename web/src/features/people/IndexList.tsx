import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef } from "react";
import type { IndexRow } from "../../api/types";
import { Flag } from "../../lane/Flag";

interface Props {
  rows: IndexRow[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
  /** On to the page of the chosen. */
  onEnter: () => void;
}

const rowHeight = 44;

/** The index, a line each; arrows walk it. */
export function IndexList({ rows, chosen, onChoose, onEnter }: Props) {
  const list = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- its functions are called while drawing only
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => list.current, estimateSize: () => rowHeight, overscan: 8 });
  const at = rows.findIndex((r) => r.who.id === chosen);
  const { scrollToIndex } = virtual;
  useEffect(() => {
    if (at >= 0) scrollToIndex(at);
  }, [at, scrollToIndex]);
  const go = (to: number) => {
    const row = rows[Math.max(0, Math.min(rows.length - 1, to))];
    if (row) onChoose(row.who.id);
  };
  const steps: Record<string, () => void> = {
    ArrowDown: () => go(at + 1),
    ArrowUp: () => go(at - 1),
    PageDown: () => go(at + 10),
    PageUp: () => go(at - 10),
    Home: () => go(0),
    End: () => go(rows.length - 1),
    Enter: onEnter,
  };
  return (
    <div
      ref={list}
      role="listbox"
      aria-label="Index"
      tabIndex={0}
      aria-activedescendant={chosen ? `index-${chosen}` : undefined}
      onKeyDown={(e) => {
        const step = steps[e.key];
        if (!step) return;
        e.preventDefault();
        step();
      }}
      className="mt-1 min-h-0 flex-1 overflow-auto pb-2"
    >
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {virtual.getVirtualItems().map((item) => {
          const row = rows[item.index];
          if (!row) return null;
          const isChosen = row.who.id === chosen;
          return (
            <div
              key={row.who.id}
              id={`index-${row.who.id}`}
              role="option"
              aria-selected={isChosen}
              aria-setsize={rows.length}
              aria-posinset={item.index + 1}
              onClick={() => onChoose(row.who.id)}
              className={`absolute inset-x-0 flex cursor-pointer items-center gap-2 border-b border-rule/60 px-1 ${isChosen ? "bg-water" : "hover:bg-water/60"}`}
              style={{ top: item.start, height: rowHeight }}
            >
              <Flag flag={row.who.flag} height={26} />
              <span className="min-w-0">
                <span className="block truncate font-semibold">{row.who.name}</span>
                <span className="block truncate text-[12.5px] text-soft">{row.line}</span>
              </span>
              {(row.who.kind !== "person" || !row.who.inside) && (
                <span className="ml-auto shrink-0 text-[12.5px] text-soft">{row.who.kind === "person" ? "outside" : row.who.kind}</span>
              )}
            </div>
          );
        })}
      </div>
    </div>
  );
}
