import { useQuery } from "@tanstack/react-query";
import { freeSlotsQuery } from "../../api/queries";
import type { AnswerRow, Answers } from "../../api/types";
import { addDays, localText, minute } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";
import { Wait } from "../../ui/Wait";
import type { Answering } from "./useAnswering";

interface Props {
  row: AnswerRow;
  data: Answers;
  answering: Answering;
  onDone: () => void;
}

const offered = 5;

/** Times that suit who is asked and everyone whose calendar is known; one of them is offered with the answer. */
export function OtherTimes({ row, data, answering, onDone }: Props) {
  const zone = data.zones[0];
  const from = row.day;
  const people = [row.organiser, ...row.others.filter((o) => o.role === "required").map((o) => o.who)].map((w) => w.id).filter(Boolean);
  const slots = useQuery(
    freeSlotsQuery({
      inNameOf: row.for.id,
      required: [...new Set(people)].filter((id) => id !== row.for.id),
      minutes: Math.max(5, Math.round((row.end - row.start) / minute)),
      from,
      to: addDays(from, 14),
      video: row.where === "by video",
      place: row.where === "by video" ? null : row.where,
    }),
  );
  if (!slots.data || !zone) return <Wait query={slots}>Looking for other times…</Wait>;
  const found = slots.data.slots.filter((s) => s.start !== row.start).slice(0, offered);
  return (
    <section aria-label="Another time" className="pb-3">
      <h3 className="pb-1 font-semibold">Another time that suits {row.for.givenName}</h3>
      {found.length === 0 ? (
        <p className="text-soft">
          In the fortnight from then nothing suits everyone whose calendar is known. All there is about it takes any time.
        </p>
      ) : (
        <ul>
          {found.map((s) => (
            <li key={s.start} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
              <span className="w-52 font-semibold">{s.when}</span>
              <span className="min-w-0 flex-1 text-[13px]">
                <Tone tone={s.tone}>{s.verdict}</Tone> <span className="text-soft">{s.reason}</span>
              </span>
              <Button
                onClick={() =>
                  answering.give(
                    "tentative",
                    {
                      start: localText(zone, s.start),
                      zone: zone.id,
                      minutes: Math.round((s.end - s.start) / minute),
                      allDay: false,
                      endZone: null,
                      end: null,
                    },
                    s.when,
                  )
                }
              >
                Offer it, tentative meanwhile
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Button look="plain" className="-ml-3" onClick={onDone}>
        Close
      </Button>
    </section>
  );
}
