import type { Weighed } from "../../api/types";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";

export type NearSlot = Weighed["slots"][number];

/** Near times, each with its verdict, to be picked. */
export function NearSlots({ slots, picked, onPick }: { slots: NearSlot[]; picked?: NearSlot | null; onPick: (slot: NearSlot) => void }) {
  return (
    <ul>
      {slots.map((s) => (
        <li key={s.start} className="flex items-baseline gap-2">
          <Button look="plain" className="-ml-3" aria-pressed={picked === undefined ? undefined : s === picked} onClick={() => onPick(s)}>
            {s.when}
          </Button>
          <span className="ml-auto text-right">
            <Tone tone={s.tone}>{s.verdict}</Tone>
          </span>
        </li>
      ))}
    </ul>
  );
}
