import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { weighedQuery } from "../../api/queries";
import type { ChaseRow } from "../../api/types";
import { changeEntry } from "../../app/entry/changeEntry";
import { nothing } from "../../app/entry/edit";
import { NearSlots, type NearSlot } from "../../app/entry/NearSlots";
import { WeighedPart } from "../../app/entry/WeighedPart";
import { useChange } from "../../app/hooks/useChange";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";

interface Props {
  row: ChaseRow;
  onDone: () => void;
}

/** Near times that suit everyone, and what the chosen one does to each, before anybody is told. */
export function AnotherTime({ row, onDone }: Props) {
  const { busy, problem, make } = useChange();
  const [slot, setSlot] = useState<NearSlot>();
  const reach = row.occurrence ? ("thisOne" as const) : ("all" as const);
  const whole = { occurrence: row.occurrence, reach, becomes: nothing, asking: null, anyTimes: true };
  const near = useQuery(weighedQuery(row.entry, { ...whole, move: null }));
  if (!near.data) return <Wait query={near}>Looking for near times…</Wait>;
  const move = slot && { fromStart: row.start, fromEnd: row.end, toStart: slot.start, toEnd: slot.end };
  const { told, slots } = near.data;
  return (
    <section aria-label="Another time" className="grid max-w-[60ch] gap-2 py-2">
      {slots.length === 0 && <p>Within a week nothing suits everyone required. Its sheet takes any other time.</p>}
      <NearSlots slots={slots} picked={slot ?? null} onPick={setSlot} />
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        {slot && move && (
          <Button
            look="filled"
            disabled={busy}
            onClick={() =>
              make(
                () => changeEntry(row.entry, { occurrence: row.occurrence, reach, move }),
                `“${row.title}” moves to ${slot.when}; ${told} are invited again.`,
                onDone,
              )
            }
          >
            Move to {slot.when} and invite {told} again
          </Button>
        )}
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </div>
      {/* Below the buttons, which it would move away from a hand. */}
      {move && <WeighedPart entry={row.entry} request={{ ...whole, move, anyTimes: false }} />}
    </section>
  );
}
