import { useQuery } from "@tanstack/react-query";
import { weighedQuery } from "../../api/queries";
import type { Entry } from "../../api/types";
import { Tone } from "../../ui/Tone";
import { nothing } from "./edit";
import { useSettled } from "../hooks/useSettled";

const named = 6;
const weight = (tone: string) => (tone === "wrong" ? 0 : tone === "doubt" ? 1 : 2);

/** What a move does to each who takes part, while the entry is held over the lane. */
export function HeldWeighed({ entry, start, end }: { entry: Entry; start: number; end: number }) {
  const move = useSettled({ fromStart: entry.start, fromEnd: entry.end, toStart: start, toEnd: end }, 80);
  const weighed = useQuery({
    ...weighedQuery(entry.id ?? "", {
      occurrence: entry.occurrence,
      reach: "thisOne",
      becomes: nothing,
      move,
      asking: null,
      anyTimes: false,
    }),
    enabled: entry.id !== null && (start !== entry.start || end !== entry.end),
  });
  // Those in whose way it is first: of many the rest is a number.
  const people = [...(weighed.data?.people ?? [])].sort((a, b) => weight(a.tone) - weight(b.tone));
  if (people.length === 0) return null;
  return (
    <ul
      aria-label="What the move does"
      className={`grid border border-rule bg-ground px-2 py-1 text-[12.5px] leading-5 ${weighed.isFetching || move.toStart !== start ? "opacity-60" : ""}`}
    >
      {people.slice(0, named).map((p) => (
        <li key={p.who.id} className="flex gap-2 whitespace-nowrap">
          {p.who.givenName} <span className="text-soft">{p.local}</span>
          <span className="ml-auto">
            <Tone tone={p.tone}>{p.state}</Tone>
          </span>
        </li>
      ))}
      {people.length > named && <li className="text-soft">and {people.length - named} more</li>}
    </ul>
  );
}
