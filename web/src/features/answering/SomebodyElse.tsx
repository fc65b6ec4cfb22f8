import { useState } from "react";
import { ask, client } from "../../api/client";
import type { AnswerRow } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

/** Sends somebody inside in the place of who is asked: they are invited, and who asks is told. */
export function SomebodyElse({ row, line, onDone }: { row: AnswerRow; line: string; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [who, setWho] = useState<Chosen[]>([]);
  const instead = who[0];
  return (
    <section aria-label="Somebody else" className="grid max-w-[60ch] gap-2 pb-3">
      <p className="font-serif text-[19px] leading-7">
        In {row.for.givenName}’s place comes{" "}
        <Part name="Who comes instead" value={instead?.name ?? "somebody"} empty={!instead} width={340}>
          {() => <PeoplePicker label="Who comes instead" chosen={who} onChange={(next) => setWho(next.slice(-1))} />}
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
                  ask(
                    client.POST("/api/entries/{id}/delegation", {
                      params: { path: { id: row.entry } },
                      body: { inNameOf: row.for.id, occurrence: row.occurrence, to: instead.id, comment: line.trim() || null },
                    }),
                  ),
                `${instead.givenName} is invited to “${row.title}” in ${row.for.givenName}’s place; ${row.organiser.givenName} is told.`,
                onDone,
              )
            }
          >
            Send {instead.givenName} and tell {row.organiser.givenName}
          </Button>
        )}
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </div>
    </section>
  );
}
