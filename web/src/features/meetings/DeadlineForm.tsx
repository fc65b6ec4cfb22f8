import { useState } from "react";
import { ask, client } from "../../api/client";
import type { ChaseRow, Zone } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { addDays, clock, dateText } from "../../lane/time";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

interface Props {
  row: ChaseRow;
  /** Of who reads it: the deadline is said by that clock. */
  zone: Zone;
  now: number;
  onDone: () => void;
}

type Then = NonNullable<ChaseRow["deadline"]>["then"];

const then: { value: Then; words: string }[] = [
  { value: "told", words: "I decide: it waits for a decision here and on the Desk" },
  { value: "goesOn", words: "it goes on without those who have not accepted" },
  { value: "cancelled", words: "it is cancelled where somebody required has not accepted" },
];

const field = "h-9 border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea";

/** The day before it begins, and no sooner than tomorrow. */
const usualDay = (zone: Zone, now: number, start: number) => {
  const [dayBefore, tomorrow] = [addDays(dateText(zone, start), -1), addDays(dateText(zone, now), 1)];
  return dayBefore > tomorrow ? dayBefore : tomorrow < dateText(zone, start) ? tomorrow : dateText(zone, now);
};

/** Until when the answers to a meeting are wanted, and what is done then. */
export function DeadlineForm({ row, zone, now, onDone }: Props) {
  const stands = row.deadline;
  const { busy, problem, make } = useChange();
  const [day, setDay] = useState(() => (stands ? dateText(zone, stands.at) : usualDay(zone, now, row.start)));
  const [time, setTime] = useState(() => (stands ? clock(zone, stands.at) : "12:00"));
  const [after, setAfter] = useState<Then>(stands?.then ?? "told");
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
                body: { occurrence: row.occurrence, at: `${day}T${time}`, zone: zone.id, then: after, tell: tell && silent > 0 },
              }),
            ),
          `“${row.title}” has a deadline for its answers${tell && silent > 0 ? `; ${silent === 1 ? "one is" : `${silent} are`} written to in ten seconds` : ""}.`,
          onDone,
        );
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <label>
          <span className="block text-soft">Answers by, in {zone.label}</span>
          <input type="date" autoFocus required value={day} onChange={(e) => setDay(e.target.value)} className={field} />
        </label>
        <label>
          <span className="sr-only">At what time</span>
          <input type="time" required step={300} value={time} onChange={(e) => setTime(e.target.value)} className={field} />
        </label>
      </div>
      <fieldset>
        <legend className="text-soft">Then</legend>
        {then.map((t) => (
          <label key={t.value} className="flex min-h-8 items-center gap-1.5">
            <input
              type="radio"
              name="then"
              checked={after === t.value}
              onChange={() => setAfter(t.value)}
              className="size-4 shrink-0 accent-sea"
            />
            {t.words}
          </label>
        ))}
      </fieldset>
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
