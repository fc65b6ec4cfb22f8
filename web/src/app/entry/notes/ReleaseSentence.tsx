import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails, NotesOn } from "../../../api/types";
import { chosenOf, PeoplePicker, type Chosen } from "../../../sentence/PeoplePicker";
import { Button } from "../../../ui/Button";
import { Field, FieldError } from "../../../ui/Field";
import { useChange } from "../../hooks/useChange";
import { peopleOf } from "../../../lane/Attendees";

interface Props {
  entry: EntryDetails;
  lane: string;
  stand: NotesOn;
  /** Everything typed is on the server first. */
  before: () => Promise<unknown>;
  onDone: () => void;
}

/** To whom the notes go, as they stand. */
export function ReleaseSentence({ entry, lane, stand, before, onDone }: Props) {
  const { busy, problem, make } = useChange();
  const [to, setTo] = useState<Chosen[]>(() => first(entry, lane, stand));
  const [line, setLine] = useState("");
  const outside = to.filter((t) => t.person?.inside !== true || !entry.attendees.some((a) => a.who.id === t.id)).length;
  return (
    <form
      aria-label="Share the notes"
      className="grid gap-2 border-y border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        const release = async () => {
          await before();
          return ask(
            client.POST("/api/entries/{id}/notes/release", {
              params: { path: { id: entry.id } },
              body: { lane, occurrence: entry.occurrence, to: to.map((t) => t.id), line: line.trim() || null },
            }),
          );
        };
        make(release, `The notes of “${entry.title}” go to ${to.length === 1 ? "one" : to.length} in ten seconds.`, onDone);
      }}
    >
      <PeoplePicker label="To whom" chosen={to} quiet onChange={setTo} />
      <Field label="A line to them" value={line} maxLength={500} onChange={(e) => setLine(e.target.value)} />
      <p className="text-[12.5px] text-soft">
        They read the text and the tasks as they stand now
        {outside > 0 ? `; ${outside === 1 ? "one gets" : `${outside} get`} them by mail.` : "."}
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy || to.length === 0}>
          Share with {to.length === 1 ? "one" : to.length}
        </Button>
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </div>
    </form>
  );
}

/** Those who read it already, or who were asked, with who organises. */
function first(entry: EntryDetails, lane: string, stand: NotesOn): Chosen[] {
  if (stand.readers.length > 0) return stand.readers.map(chosenOf);
  const people = peopleOf(entry.attendees)
    .filter((a) => a.answer !== "declined")
    .map((a) => a.who);
  return [...(entry.organiser ? [entry.organiser] : []), ...people]
    .filter((p, i, all) => p.id !== lane && all.findIndex((o) => o.id === p.id) === i)
    .map(chosenOf);
}
