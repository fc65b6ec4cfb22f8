import { useState } from "react";
import { ask, client } from "../../api/client";
import type { ChaseRow, Zone } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { clock, dateText } from "../../lane/time";
import { DeadlineFields, type Deadline } from "../../sentence/DeadlineFields";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { usualDay } from "./usualDay";

interface Props {
  row: ChaseRow;
  /** Of who reads it: the deadline is said by that clock. */
  zone: Zone;
  now: number;
  onDone: () => void;
}

/** Until when the answers to a meeting are wanted, and what is done then. */
export function DeadlineForm({ row, zone, now, onDone }: Props) {
  const stands = row.deadline;
  const { busy, problem, make } = useChange();
  const [said, setSaid] = useState<Deadline>(() =>
    stands
      ? { day: dateText(zone, stands.at), time: clock(zone, stands.at), then: stands.then }
      : { day: usualDay(zone, now, row.start), time: "12:00", then: "told" },
  );
  const [tell, setTell] = useState(true);
  const silent = row.attendees.filter((a) => a.answer === "none" && a.role !== "resource").length;
  return (
    <form
      aria-label="A deadline for the answers"
      className="grid max-w-[60ch] gap-2 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            ask(
              client.PUT("/api/meetings/{id}/deadline", {
                params: { path: { id: row.entry } },
                body: {
                  occurrence: row.occurrence,
                  at: `${said.day}T${said.time}`,
                  zone: zone.id,
                  then: said.then,
                  tell: tell && silent > 0,
                },
              }),
            ),
          `“${row.title}” has a deadline for its answers${tell && silent > 0 ? `; ${silent === 1 ? "one is" : `${silent} are`} written to in ten seconds` : ""}.`,
          onDone,
        );
      }}
    >
      <DeadlineFields label={`Answers by, in ${zone.label}`} deadline={said} onSay={setSaid} />
      {silent > 0 && (
        <label className="flex min-h-8 items-center gap-1.5">
          <input type="checkbox" checked={tell} onChange={(e) => setTell(e.target.checked)} className="size-4 shrink-0 accent-sea" />
          Write to {silent === 1 ? "the one who has" : `the ${silent} who have`} not replied, with the deadline and what follows
        </label>
      )}
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={busy}>
          Set the deadline
        </Button>
        <Button look="plain" onClick={onDone}>
          Discard
        </Button>
      </div>
    </form>
  );
}
