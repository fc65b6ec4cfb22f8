import type { Chosen } from "../../api/types";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";

interface Props {
  wrong: Chosen["wrong"];
  send: string;
  disabled: boolean;
  onSend: () => void;
  onClear: () => void;
  /** Where a copy took the place of what was being written. */
  onBringBack: (() => void) | undefined;
}

/** What is wrong on the left, the sending on the right. */
export function ArrangeFoot({ wrong, send, disabled, onSend, onClear, onBringBack }: Props) {
  return (
    <div className="sticky bottom-0 flex min-h-[52px] flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule bg-ground px-6 py-2">
      <ul aria-label="Before sending" className="flex min-w-0 flex-1 flex-wrap gap-x-5 gap-y-0.5">
        {wrong.slice(0, 3).map((w) => (
          <li key={w.words}>
            <Tone tone={w.tone}>{w.words}</Tone> <span className="text-soft">{w.mend}</span>
          </li>
        ))}
      </ul>
      {onBringBack && (
        <Button look="plain" onClick={onBringBack}>
          Back to what I was writing
        </Button>
      )}
      <Button look="plain" onClick={onClear}>
        Start again
      </Button>
      <Button look="filled" disabled={disabled} onClick={onSend}>
        {send}
      </Button>
    </div>
  );
}
