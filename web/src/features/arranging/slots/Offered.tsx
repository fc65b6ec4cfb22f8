import type { ReactNode } from "react";
import { Tone } from "../../../ui/Tone";

interface Props {
  when: string;
  verdict: string;
  tone: string;
  reason: string;
  chosen: boolean;
  onPick: () => void;
}

/** The head of a part of the list. */
export function OfferedHead({ id, children }: { id: string; children: ReactNode }) {
  return (
    <h3 id={id} className="px-3 pt-3 pb-0.5 text-[13px] font-semibold text-soft">
      {children}
    </h3>
  );
}

/** A time that is not free as it is, with what stands in its way or would make it so. */
export function Offered({ when, verdict, tone, reason, chosen, onPick }: Props) {
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onPick}
        className={`block w-full px-3 py-2 text-left ${chosen ? "bg-water" : "hover:bg-water/50"}`}
      >
        <span className="flex items-baseline justify-between gap-2">
          <span className="font-semibold">{when}</span>
          <Tone tone={tone} className="shrink-0">
            {verdict}
          </Tone>
        </span>
        <span className="block text-soft">{reason}</span>
      </button>
    </li>
  );
}
