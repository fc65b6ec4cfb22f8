import { useQuery } from "@tanstack/react-query";
import { weighedQuery } from "../../api/queries";
import type { WeighRequest } from "../../api/types";
import { Tone } from "../../ui/Tone";
import { useSettled } from "../hooks/useSettled";
import { NearSlots, type NearSlot } from "./NearSlots";

interface Props {
  entry: string;
  request: WeighRequest;
  /** Near times are offered where one can be taken. */
  onPick?: (slot: NearSlot) => void;
}

/** What a change does to everyone, each occurrence of the half year, and near times that suit better: before it is sent. */
export function WeighedPart({ entry, request, onPick }: Props) {
  const weighed = useQuery(weighedQuery(entry, useSettled(request)));
  // What cannot be changed that way the change itself says, in full.
  if (weighed.isError || (weighed.data && weighed.data.people.length === 0)) return null;
  if (!weighed.data) return <p className="text-soft">Looking at what it does…</p>;
  const { when, people, wrong, series, slots } = weighed.data;
  return (
    <section aria-label="What it does" aria-busy={weighed.isFetching} className="grid gap-1.5 border-t border-rule pt-2">
      <h3 className="font-semibold">{when}</h3>
      <ul>
        {people.map((p) => (
          <li key={p.who.id} className="flex items-baseline gap-2">
            <span>{p.who.givenName}</span>
            <span className="text-soft">{p.local}</span>
            <span className="ml-auto text-right">
              <Tone tone={p.tone}>{p.state}</Tone>
            </span>
          </li>
        ))}
      </ul>
      {wrong.map((w) => (
        <p key={w.words}>
          <Tone tone={w.tone}>{w.words}</Tone>
        </p>
      ))}
      {series && (
        <>
          <p className="pt-1">
            <Tone tone={series.tone}>{series.words}</Tone>
          </p>
          <ul>
            {series.wrong.map((w) => (
              <li key={w.words}>
                <Tone tone={w.tone}>{w.words}</Tone>
              </li>
            ))}
          </ul>
        </>
      )}
      {onPick && slots.length > 0 && (
        <>
          <h3 className="pt-1 text-soft">Near times that suit better</h3>
          <NearSlots slots={slots} onPick={onPick} />
        </>
      )}
    </section>
  );
}
