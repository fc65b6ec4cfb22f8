import { useState } from "react";
import { Button } from "../../../ui/Button";
import { FieldError } from "../../../ui/Field";

interface Props {
  told: number;
  busy?: boolean;
  wrong?: string | undefined;
  onCancel: (note: string | null) => void;
  onDrop: () => void;
}

/** Why it does not take place, to those who are told. */
export function CancelNote({ told, busy = false, wrong, onCancel, onDrop }: Props) {
  const [note, setNote] = useState("");
  return (
    <form
      aria-label="Cancel it"
      className="grid w-full max-w-[60ch] gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        onCancel(note.trim() || null);
      }}
    >
      <label className="text-soft">
        Reason (optional, sent to those invited)
        <input
          autoFocus
          value={note}
          maxLength={500}
          onChange={(e) => setNote(e.target.value)}
          className="mt-0.5 h-9 w-full border-b border-ink bg-transparent text-[15px] text-ink outline-none focus-visible:border-b-2 focus-visible:border-sea"
        />
      </label>
      {wrong && <FieldError>{wrong}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" look="grave" disabled={busy} className="border border-brick">
          Cancel it and notify {told === 1 ? "one" : told}
        </Button>
        <Button look="plain" onClick={onDrop}>
          Do not cancel
        </Button>
      </div>
    </form>
  );
}
