import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { SlotWeight } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { Wait } from "../../ui/Wait";
import { weightsQuery } from "./queries";

/** What counts against a free slot, and how much; an administrator says it for everybody. */
export function Weights() {
  const weights = useQuery(weightsQuery);
  useKeys({}, []);
  if (!weights.data) return <Wait query={weights} />;
  const { terms, most, mayChange } = weights.data;
  const heaviest = Math.max(...terms.map((t) => t.weight), 1);
  return (
    <div className="max-w-[760px] px-6 pb-8">
      <h1 className="pt-3 pb-2 font-serif text-[26px] leading-9">How free slots are weighed</h1>
      <p className="text-soft">
        Free slots stand best first: each thing that speaks against a time adds its weight, once for each person of whom it is so, and the
        lightest time is the best. What rules a time out altogether is not weighed. Each slot says which of these are so.
      </p>
      <table className="mt-4 w-full border-t border-rule">
        <thead>
          <tr className="border-b border-rule text-left">
            <th scope="col" className="py-1.5 font-semibold">
              It counts against a time that
            </th>
            <th scope="col" className="w-40 font-semibold">
              <span className="sr-only">Its share</span>
            </th>
            <th scope="col" className="w-24 text-right font-semibold">
              weight
            </th>
            <th scope="col" className="w-28 pl-3 font-semibold">
              <span className="sr-only">As usual</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {terms.map((t) => (
            <tr key={t.term} className="border-b border-rule">
              <th scope="row" className="py-1 text-left font-normal">
                {t.words}
              </th>
              <td aria-hidden="true">
                <span className="block h-2 bg-sea" style={{ width: `${(100 * t.weight) / heaviest}%` }} />
              </td>
              <Weight of={t} most={most} mayChange={mayChange} />
            </tr>
          ))}
        </tbody>
      </table>
      {!mayChange && <p className="pt-3 text-soft">An administrator can say otherwise.</p>}
    </div>
  );
}

function Weight({ of, most, mayChange }: { of: SlotWeight; most: number; mayChange: boolean }) {
  const { run } = useChanges();
  const [typed, setTyped] = useState<string>();
  // What was said last: Enter, and then leaving the field, say one thing.
  const [said, setSaid] = useState({ over: NaN, weight: NaN });
  const say = (weight: number) => {
    if (weight === of.weight || (said.over === of.weight && said.weight === weight)) return;
    setSaid({ over: of.weight, weight });
    run(
      ask(client.PUT("/api/slots/weights", { body: { term: of.term, stood: of.weight, weight } })),
      `“${of.words}” ${weight === 0 ? "does not count any more" : `counts ${weight} now`}.`,
    );
  };
  const settle = () => {
    const weight = typed === undefined || typed.trim() === "" ? NaN : Number(typed);
    // What makes no sense is not said, and what stood stands again.
    if (Number.isInteger(weight) && weight >= 0 && weight <= most) say(weight);
  };
  return (
    <>
      <td className="text-right">
        {mayChange ? (
          <input
            type="number"
            min={0}
            max={most}
            aria-label={`Weight where ${of.words}`}
            value={typed ?? of.weight}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={() => {
              settle();
              setTyped(undefined);
            }}
            onKeyDown={(e) => {
              if (e.key === "Enter") settle();
              if (e.key === "Escape") setTyped(undefined);
            }}
            className="h-9 w-16 border-b border-ink bg-transparent text-right tabular-nums"
          />
        ) : (
          <span className="inline-block py-1.5 tabular-nums">{of.weight}</span>
        )}
      </td>
      <td className="pl-3">
        {of.weight !== of.usual &&
          (mayChange ? (
            <button type="button" onClick={() => say(of.usual)} className="min-h-8 text-sea underline underline-offset-4">
              {`${of.usual} as usual`}
            </button>
          ) : (
            <span className="text-soft">{`usually ${of.usual}`}</span>
          ))}
      </td>
    </>
  );
}
