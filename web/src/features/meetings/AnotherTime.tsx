import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { weighedQuery } from "../../api/queries";
import type { ChaseRow, Slot, Zone } from "../../api/types";
import { changeEntry } from "../../app/entry/changeEntry";
import { nothing } from "../../app/entry/edit";
import { WeighedPart } from "../../app/entry/WeighedPart";
import { useChange } from "../../app/hooks/useChange";
import { FreeTimes } from "../../app/parts/FreeTimes";
import { addDays, dateText, minute } from "../../lane/time";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";

interface Props {
  row: ChaseRow;
  zone: Zone;
  onDone: () => void;
}

/** The best free slots of a fortnight, and what the chosen one does to each, before anybody is told. */
export function AnotherTime({ row, zone, onDone }: Props) {
  const { busy, problem, make } = useChange();
  const [slot, setSlot] = useState<Slot>();
  const reach = row.occurrence ? ("thisOne" as const) : ("all" as const);
  const whole = { occurrence: row.occurrence, reach, becomes: nothing, asking: null, anyTimes: false };
  const stands = useQuery(weighedQuery(row.entry, { ...whole, move: null }));
  if (!stands.data) return <Wait query={stands}>Looking for other times…</Wait>;
  const move = slot && { fromStart: row.start, fromEnd: row.end, toStart: slot.start, toEnd: slot.end };
  const { told } = stands.data;
  const day = dateText(zone, row.start);
  // Whoever has declined is not waited for; a room is to be free as well.
  const needed = row.attendees.filter((a) => a.role !== "optional" && a.answer !== "declined");
  return (
    <section aria-label="Another time" className="grid max-w-[80ch] gap-2 py-2">
      <FreeTimes
        asked={{
          inNameOf: row.organiser.id,
          required: needed.map((a) => a.who.id),
          minutes: Math.max(5, Math.round((row.end - row.start) / minute)),
          from: day,
          to: addDays(day, 14),
          video: row.byLink,
          place: row.place,
          saved: row.entry,
        }}
        now={row.start}
        none="In the fortnight from then nothing suits everyone required. Its sheet takes any other time."
      >
        {(s) => (
          <Button aria-pressed={s.start === slot?.start} onClick={() => setSlot(s)}>
            Look at it
          </Button>
        )}
      </FreeTimes>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        {slot && move && (
          <Button
            look="filled"
            disabled={busy}
            onClick={() =>
              make(
                () => changeEntry(row.entry, { occurrence: row.occurrence, reach, move }),
                `“${row.title}” moves to ${slot.when}; ${told} are invited again.`,
                onDone,
              )
            }
          >
            Move to {slot.when} and invite {told} again
          </Button>
        )}
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </div>
      {/* Below the buttons, which it would move away from a hand. */}
      {move && <WeighedPart entry={row.entry} request={{ ...whole, move }} />}
    </section>
  );
}
