import { useEffect, useRef } from "react";
import type { PanelPlaced } from "../../../api/types";
import { Flag } from "../../../lane/Flag";
import { Tone } from "../../../ui/Tone";
import type { PanelWritten } from "../compose/usePanel";

interface Props {
  panel: PanelWritten;
  /** Lets somebody be met as the plan has it again. */
  onAsPlanned: (who: string) => void;
}

const row = (chosen: boolean) => `block w-full px-3 py-2 text-left ${chosen ? "bg-water" : "hover:bg-water/50"}`;

/** Who is met when, one after another, and who cannot be. */
export function PanelList({ panel, onAsPlanned }: Props) {
  const { plan, busy, who, look } = panel;
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: "nearest" });
  }, [who]);
  return (
    <section aria-label="One after another" aria-busy={busy} className="flex flex-col min-[900px]:min-h-0">
      <h2 className="flex items-baseline justify-between border-b border-rule pb-1.5">
        <span className="text-[15px] font-semibold">One after another</span>
        {busy && <span className="text-soft">{plan ? "looking again" : "looking…"}</span>}
      </h2>
      {!plan && !busy && <p className="py-3">They could not be placed; what is wrong stands above.</p>}
      {plan && (
        <div ref={list} className="-mx-3 min-[900px]:min-h-40 min-[900px]:flex-[1_1_0] min-[900px]:overflow-auto" tabIndex={-1}>
          <p className={`border-b border-rule px-3 py-2 ${plan.leftOut.length > 0 ? "text-brass" : ""}`}>{plan.summary}</p>
          <ul>
            {plan.placed.map((p) => (
              <li key={p.who.id} className="relative border-b border-rule">
                <button type="button" aria-pressed={p.who.id === who} onClick={() => look(p.who.id)} className={row(p.who.id === who)}>
                  <span className="flex items-start gap-2">
                    <Flag flag={p.who.flag} height={20} />
                    <span>
                      <span className="block font-semibold">{p.when}</span>
                      <span className="block pr-20">
                        {p.who.name}
                        <span className="text-soft">{noteOf(p)}</span>
                      </span>
                    </span>
                  </span>
                </button>
                {p.byHand && (
                  <button
                    type="button"
                    aria-label={`Place ${p.who.name} as planned`}
                    onClick={() => onAsPlanned(p.who.id)}
                    className="absolute right-3 bottom-1 min-h-8 text-sea underline underline-offset-4"
                  >
                    as planned
                  </button>
                )}
              </li>
            ))}
            {plan.leftOut.map((p) => (
              <li key={p.who.id} className="border-b border-rule">
                <button type="button" aria-pressed={p.who.id === who} onClick={() => look(p.who.id)} className={row(p.who.id === who)}>
                  <span className="flex items-start gap-2">
                    <Flag flag={p.who.flag} height={20} />
                    <span>
                      <Tone tone="doubt" className="block">
                        left out
                      </Tone>
                      <span className="block">{p.who.name}</span>
                      <span className="block text-soft">{p.reason}</span>
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {plan.leftOut.length > 0 && (
            <p className="px-3 py-2 text-soft">
              Choose who is left out and click the board, and they are met then, whatever is in the way.
            </p>
          )}
        </div>
      )}
    </section>
  );
}

const noteOf = (p: PanelPlaced) =>
  [p.local, p.note, p.byHand ? "put there by hand" : ""]
    .filter(Boolean)
    .map((words) => `, ${words}`)
    .join("");
