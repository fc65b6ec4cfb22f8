import { useQuery } from "@tanstack/react-query";
import { chosenQuery } from "../../api/queries";
import type { TimeRequest } from "../../api/types";
import { Tone } from "../../ui/Tone";
import { useSettled } from "../hooks/useSettled";

interface Props {
  owner: string;
  time: TimeRequest;
  place: string;
  repeats: string;
}

/** What is wrong with the time of a new appointment, each occurrence of the half year, before it is added. */
export function NewWeighed({ owner, time, place, repeats }: Props) {
  const request = useSettled({
    inNameOf: owner,
    required: [],
    optional: [],
    start: time.start,
    zone: time.zone,
    minutes: time.minutes,
    place: place || null,
    video: true,
    draft: null,
    saved: null,
    holdRequest: null,
    repeats: repeats || null,
    toldIn: time.zone,
    wishes: null,
    moved: null,
    some: null,
    room: null,
  });
  const chosen = useQuery(chosenQuery(request, !time.allDay && time.minutes > 0));
  // Who may add and not look is told nothing here; what cannot be read of the time its own part says.
  if (chosen.isError || !chosen.data) return null;
  const wrong = [...chosen.data.wrong, ...(chosen.data.series?.wrong ?? [])];
  if (wrong.length === 0) return null;
  return (
    <ul aria-label="What speaks against it" className="border-y border-rule py-1.5">
      {wrong.map((w) => (
        <li key={w.words}>
          <Tone tone={w.tone}>{w.words}</Tone>
        </li>
      ))}
    </ul>
  );
}
