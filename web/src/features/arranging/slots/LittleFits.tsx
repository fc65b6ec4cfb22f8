import type { NearMiss, Opening } from "../../../api/types";
import { Tone } from "../../../ui/Tone";

interface Props {
  near: NearMiss[];
  openings: Opening[];
  start: number | undefined;
  onPick: (start: number) => void;
  onOpen: (by: Opening) => void;
}

const heading = "px-3 pt-3 pb-0.5 text-[13px] font-semibold text-soft";

/** Where little fits: the times that come nearest, with what stands in the way, and what would open most. */
export function LittleFits({ near, openings, start, onPick, onOpen }: Props) {
  return (
    <>
      {near.length > 0 && (
        <section aria-labelledby="nearest">
          <h3 id="nearest" className={heading}>
            Nearest
          </h3>
          <ul>
            {near.map((n) => (
              <li key={n.start} className="border-b border-rule">
                <button
                  type="button"
                  aria-pressed={n.start === start}
                  onClick={() => onPick(n.start)}
                  className={`block w-full px-3 py-2 text-left ${n.start === start ? "bg-water" : "hover:bg-water/50"}`}
                >
                  <span className="flex items-baseline justify-between gap-2">
                    <span className="font-semibold">{n.when}</span>
                    <Tone tone={n.tone}>{n.verdict}</Tone>
                  </span>
                  <span className="block text-soft">{n.reason}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {openings.length > 0 && (
        <section aria-labelledby="openings" className="pb-2">
          <h3 id="openings" className={heading}>
            What would open most
          </h3>
          <ul>
            {openings.map((o) => (
              <li key={o.words}>
                <button
                  type="button"
                  onClick={() => onOpen(o)}
                  className="flex min-h-8 w-full items-baseline gap-2 px-3 py-1 text-left hover:bg-water/50"
                >
                  <span className="min-w-8 font-semibold text-sea tabular-nums">{o.slots}</span>
                  <span className="underline decoration-1 underline-offset-4">{o.words}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
