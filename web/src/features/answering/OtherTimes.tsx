import type { AnswerRow, Answers } from "../../api/types";
import { FreeTimes } from "../../app/parts/FreeTimes";
import { addDays, localText, minute } from "../../lane/time";
import { Button } from "../../ui/Button";
import type { Answering } from "./useAnswering";

interface Props {
  row: AnswerRow;
  data: Answers;
  answering: Answering;
  onDone: () => void;
}

/** Times that suit who is asked and everyone whose calendar is known; one of them is offered with the answer. */
export function OtherTimes({ row, data, answering, onDone }: Props) {
  const zone = data.zones[0];
  if (!zone) return null;
  const people = [row.organiser, ...row.others.filter((o) => o.role === "required").map((o) => o.who)].map((w) => w.id).filter(Boolean);
  const byVideo = row.where === "by video";
  return (
    <section aria-label="Another time" className="pb-3">
      <h3 className="pb-1 font-semibold">Another time that suits {row.for.givenName}</h3>
      <FreeTimes
        asked={{
          inNameOf: row.for.id,
          required: [...new Set(people)].filter((id) => id !== row.for.id),
          minutes: Math.max(5, Math.round((row.end - row.start) / minute)),
          from: row.day,
          to: addDays(row.day, 14),
          video: byVideo,
          place: byVideo ? null : row.where,
        }}
        now={row.start}
        none="In the fortnight from then nothing suits everyone whose calendar is known. All there is about it takes any time."
      >
        {(slot) => (
          <Button
            onClick={() =>
              answering.give(
                "tentative",
                {
                  start: localText(zone, slot.start),
                  zone: zone.id,
                  minutes: Math.round((slot.end - slot.start) / minute),
                  allDay: false,
                  endZone: null,
                  end: null,
                },
                slot.when,
              )
            }
          >
            Offer it, tentative meanwhile
          </Button>
        )}
      </FreeTimes>
      <Button look="plain" className="-ml-3" onClick={onDone}>
        Close
      </Button>
    </section>
  );
}
