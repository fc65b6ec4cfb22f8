import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails, Reach } from "../../../api/types";
import { Choices, Part } from "../../../sentence/Part";
import { Button } from "../../../ui/Button";
import { FieldError } from "../../../ui/Field";
import { CancelNote } from "./CancelNote";
import { useChange } from "../../hooks/useChange";
import { useFocusBack } from "../../hooks/useFocusBack";
import { peopleOf } from "../../../lane/Attendees";

const done: Record<Exclude<Reach, "thisOne">, string> = {
  fromHereOn: "cancelled from here on",
  all: "the whole series is cancelled",
};

/** Cancelling: at once where nobody is told, else with a note to them; of a series by how far it reaches. */
export function CancelPart({ entry, onDone }: { entry: EntryDetails; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [asking, setAsking] = useState<{ reach: Reach; words: string }>();
  const place = useFocusBack<HTMLDivElement>(asking !== undefined);
  // Of what was saved and not sent nobody was told; a room is nobody.
  const told = entry.sent ? peopleOf(entry.attendees).length : 0;
  const cancel = (reach: Reach, words: string, note: string | null) =>
    make(
      () =>
        ask(
          client.POST("/api/entries/{id}/cancel", {
            params: { path: { id: entry.id } },
            body: { occurrence: entry.occurrence, reach, note },
          }),
        ),
      words,
      onDone,
    );
  const choose = (reach: Reach, words: string) => (told > 0 ? setAsking({ reach, words }) : cancel(reach, words, null));
  if (asking)
    return (
      <CancelNote
        told={told}
        busy={busy}
        wrong={problem?.message}
        onCancel={(note) => cancel(asking.reach, asking.words, note)}
        onDrop={() => setAsking(undefined)}
      />
    );
  if (entry.reaches.length === 0)
    return (
      <div ref={place}>
        <Button
          look="grave"
          className="-ml-3"
          disabled={busy}
          onClick={() => choose("all", `${entry.title} is cancelled${told > 0 ? "; everyone is told" : ""}.`)}
        >
          {told > 0 ? "Cancel it…" : "Cancel it"}
        </Button>
        {problem && <FieldError>{problem.message}</FieldError>}
      </div>
    );
  return (
    <div ref={place} className="text-soft">
      Cancel{" "}
      <Part name="How much to cancel" value="some or all of the series" width={340}>
        {(close) => (
          <Choices<Reach>
            value={undefined}
            options={entry.reaches.map((r) => ({ value: r.reach, label: r.label, note: r.note }))}
            onChoose={(reach) => {
              close();
              choose(
                reach,
                reach === "thisOne"
                  ? `${entry.title} on ${entry.when.split(",")[0] ?? ""} is cancelled.`
                  : `${entry.title}: ${done[reach]}.`,
              );
            }}
          />
        )}
      </Part>
      {told > 0 ? `; ${told === 1 ? "one is" : `${told} are`} told.` : "."}
      {problem && <FieldError>{problem.message}</FieldError>}
    </div>
  );
}
