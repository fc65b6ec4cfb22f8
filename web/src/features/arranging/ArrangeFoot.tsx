import { useState, type ReactNode } from "react";
import type { Mend, RoomPlan, Warning } from "../../api/types";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";

interface Props {
  wrong: Warning[];
  /** How each time of a series suits, in words. */
  series: ReactNode;
  /** What would be moved to make the chosen time free. */
  plan: RoomPlan | undefined;
  onMove: () => void;
  send: string;
  disabled: boolean;
  onMend: (mend: Mend) => void;
  onSend: () => void;
  onSave: () => void;
  onAnother: () => void;
}

const shown = 3;

/** What is wrong on the left, each with what mends it; the sending on the right. */
export function ArrangeFoot({ wrong, series, plan, onMove, send, disabled, onMend, onSend, onSave, onAnother }: Props) {
  const [all, setAll] = useState(false);
  return (
    <div className="sticky bottom-0 flex min-h-[52px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-ground px-6 py-1.5">
      <ul aria-label="Before sending" className="max-h-[40vh] min-w-0 flex-1 basis-[420px] overflow-auto">
        {series && <li className="leading-5">{series}</li>}
        {plan && (
          <li className="leading-5">
            <Tone tone="fits" className="inline-block first-letter:uppercase">
              {plan.verdict}:
            </Tone>{" "}
            {plan.words}
          </li>
        )}
        {wrong.slice(0, all ? undefined : shown).map((w) => (
          <li key={w.words} className="flex flex-wrap items-center gap-x-1 leading-5">
            <Tone tone={w.tone}>{w.words}</Tone>
            {w.mends.map((m) => (
              <button
                key={m.words}
                type="button"
                onClick={() => onMend(m)}
                className="inline-flex min-h-8 items-center px-1 text-sea underline underline-offset-4 hover:bg-water"
              >
                {m.words}
              </button>
            ))}
          </li>
        ))}
        {wrong.length > shown && (
          <li>
            <button
              type="button"
              aria-expanded={all}
              className="min-h-8 text-soft underline underline-offset-4"
              onClick={() => setAll(!all)}
            >
              {all ? "Show the first three" : `and ${wrong.length - shown} more`}
            </button>
          </li>
        )}
      </ul>
      <span className="flex flex-wrap items-center">
        <Button look="plain" onClick={onAnother}>
          New meeting
        </Button>
        <Button look="plain" disabled={disabled} onClick={onSave}>
          Save without sending
        </Button>
        <Button look={plan ? "outlined" : "filled"} className="ml-2" disabled={disabled} onClick={onSend}>
          {send}
        </Button>
        {plan && (
          <Button look="filled" className="ml-2" disabled={disabled} onClick={onMove}>
            {plan.moves.length === 1 ? "Move it first" : `Move these ${plan.moves.length} first`}
          </Button>
        )}
      </span>
    </div>
  );
}
