import { useEffect, useRef } from "react";
import type { SheetParts } from "../../api/types";
import { Button } from "../../ui/Button";
import { moved, partsInOrder, type Block, type PartName } from "./parts";

interface Props {
  parts: SheetParts;
  onChange: (parts: SheetParts) => void;
  /** Keeps them for every sheet of whose it is; undefined where they are what is kept, or the reader does not decide it. */
  onKeep: (() => void) | undefined;
}

/** What stands on a sheet, and in which order it stands under an entry. */
export function PartsChoice({ parts, onChange, onKeep }: Props) {
  const list = useRef<HTMLUListElement>(null);
  // A row that has moved takes its focus along.
  const held = useRef<string>(undefined);
  useEffect(() => {
    if (held.current) list.current?.querySelector<HTMLButtonElement>(`[data-held="${held.current}"]`)?.focus();
    held.current = undefined;
  }, [parts.order]);
  const move = (block: Block, by: number) => {
    held.current = `${block} ${by}`;
    onChange({ ...parts, order: moved(parts.order, block, by) });
  };
  return (
    <>
      <ul ref={list}>
        {partsInOrder(parts.order).map((p) => (
          <li key={p.name} className="flex min-h-8 items-center gap-2">
            <label className="flex min-w-0 flex-1 items-center gap-2">
              <input
                type="checkbox"
                checked={parts[p.name]}
                onChange={(e) => onChange({ ...parts, [p.name]: e.target.checked })}
                className="size-4 accent-sea"
              />
              <span className="whitespace-nowrap first-letter:uppercase">{p.words}</span>
              <span className="ml-auto truncate text-soft">{p.note}</span>
            </label>
            <span className="flex w-16 shrink-0 justify-end">
              {isBlock(parts, p.name) && parts[p.name] && <Moves block={p.name} words={p.words} onMove={move} />}
            </span>
          </li>
        ))}
      </ul>
      <p className="flex min-h-8 flex-wrap items-center gap-2 pt-1 text-soft">
        Under each entry they stand in this order.
        {onKeep && (
          <Button className="ml-auto" onClick={onKeep}>
            Keep it so
          </Button>
        )}
      </p>
    </>
  );
}

const isBlock = (parts: SheetParts, name: PartName): name is Block => parts.order.some((b) => b === name);

function Moves({ block, words, onMove }: { block: Block; words: string; onMove: (block: Block, by: number) => void }) {
  return [
    { by: -1, sign: "↑", to: "further up" },
    { by: 1, sign: "↓", to: "further down" },
  ].map(({ by, sign, to }) => (
    <button
      key={by}
      type="button"
      data-held={`${block} ${by}`}
      aria-label={`Put ${words} ${to}`}
      title={`Put ${words} ${to}`}
      onClick={() => onMove(block, by)}
      className="size-8 rounded-sm text-ink hover:bg-sea-wash"
    >
      {sign}
    </button>
  ));
}
