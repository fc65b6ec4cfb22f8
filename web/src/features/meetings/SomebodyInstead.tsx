import { useState } from "react";
import type { ChaseRow } from "../../api/types";
import { changeEntry } from "../../app/entry/changeEntry";
import { useChange } from "../../app/hooks/useChange";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

interface Props {
  row: ChaseRow;
  onDone: () => void;
}

/** Asks somebody in the place of one who must come and does not: they take the seat, and the other is told. */
export function SomebodyInstead({ row, onDone }: Props) {
  const missing = row.attendees.filter((a) => a.role === "required" && a.answer !== "accepted");
  const { busy, problem, make } = useChange();
  // Who declined first.
  const [of, setOf] = useState((missing.find((a) => a.answer === "declined") ?? missing[0])?.who);
  const [who, setWho] = useState<Chosen[]>([]);
  const instead = who[0];
  if (!of) return null;
  return (
    <section aria-label="Somebody instead" className="grid max-w-[60ch] gap-2 py-2">
      <p className="font-serif text-[19px] leading-7">
        In place of{" "}
        <Part name="In place of" value={of.name} width={280}>
          {(close) => (
            <Choices
              value={of.id}
              options={missing.map((a) => ({ value: a.who.id, label: a.who.name, note: a.words }))}
              onChoose={(id) => {
                setOf(missing.find((a) => a.who.id === id)?.who);
                close();
              }}
            />
          )}
        </Part>{" "}
        ask{" "}
        <Part name="Whom" value={instead?.name ?? "somebody"} empty={!instead} width={340}>
          {() => <PeoplePicker label="Whom" chosen={who} onChange={(next) => setWho(next.slice(-1))} />}
        </Part>
        .
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        {instead && (
          <Button
            look="filled"
            disabled={busy}
            onClick={() =>
              make(
                () =>
                  changeEntry(row.entry, {
                    occurrence: row.occurrence,
                    reach: row.occurrence ? "thisOne" : "all",
                    asking: { required: [instead.id], optional: [], removed: [of.id] },
                  }),
                `${instead.givenName} is invited to “${row.title}” in place of ${of.givenName}; both are notified in ten seconds.`,
                onDone,
              )
            }
          >
            Invite {instead.givenName} and let {of.givenName} know
          </Button>
        )}
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </div>
    </section>
  );
}
