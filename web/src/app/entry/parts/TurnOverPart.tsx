import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails } from "../../../api/types";
import { PeoplePicker, type Chosen } from "../../../sentence/PeoplePicker";
import { Button } from "../../../ui/Button";
import { Field, FieldError } from "../../../ui/Field";
import { useChanges } from "../../hooks/changes";
import { useChange } from "../../hooks/useChange";
import { useFocusBack } from "../../hooks/useFocusBack";

/** Somebody else organises the meeting from now on, once they take it. */
export function TurnOverPart({ entry, onDone }: { entry: EntryDetails; onDone: () => void }) {
  const { run } = useChanges();
  if (!entry.offeredTo) return <Offering entry={entry} onDone={onDone} />;
  const to = entry.offeredTo.name;
  return (
    <p className="flex w-full flex-wrap items-center gap-x-3">
      {to} is asked to organise it, and has not said yet.
      <Button
        look="plain"
        onClick={() =>
          run(
            ask(client.DELETE("/api/meetings/{id}/turning-over", { params: { path: { id: entry.id } } })),
            `“${entry.title}” is not offered to ${to} any more.`,
          )
        }
      >
        Take the offer back
      </Button>
    </p>
  );
}

function Offering({ entry, onDone }: { entry: EntryDetails; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [asking, setAsking] = useState(false);
  const place = useFocusBack<HTMLDivElement>(asking);
  const [to, setTo] = useState<Chosen>();
  const [stays, setStays] = useState(true);
  const [note, setNote] = useState("");
  const organiser = entry.organiser;
  if (!organiser) return null;
  if (!asking)
    return (
      <div ref={place} className="contents">
        <Button look="plain" onClick={() => setAsking(true)}>
          Change organiser
        </Button>
      </div>
    );
  const outside = entry.attendees.filter((a) => !a.who.inside).length;
  return (
    <form
      aria-label="Change organiser"
      className="grid w-full max-w-[60ch] gap-2 border-y border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!to) return;
        make(
          () =>
            ask(
              client.POST("/api/meetings/{id}/turning-over", {
                params: { path: { id: entry.id } },
                body: { to: to.id, stays, note: note.trim() || null },
              }),
            ),
          (done) =>
            done.offered
              ? `${to.name} is asked to organise “${entry.title}”. Until they take it, it stays as it is.`
              : `${to.name} organises “${entry.title}” from now on; everyone is notified in ten seconds.`,
          onDone,
        );
      }}
    >
      <PeoplePicker
        label="To whom, who organises it from now on"
        known
        quiet
        chosen={to ? [to] : []}
        not={[organiser.id]}
        onChange={(chosen) => setTo(chosen.at(-1))}
      />
      <label className="flex min-h-8 items-center gap-2">
        <input type="checkbox" checked={stays} onChange={(e) => setStays(e.target.checked)} className="size-4 accent-sea" />
        {organiser.givenName} still comes
      </label>
      <Field label="A line to those who are told" value={note} maxLength={500} onChange={(e) => setNote(e.target.value)} />
      <p className="text-soft">Somebody for whom you do not speak is asked first; until they take it, it stays as it is.</p>
      {outside > 0 && (
        <p className="text-soft">
          Once it is taken, {outside === 1 ? "one outside is" : `${outside} outside are`} asked anew: to them a meeting belongs to who
          organises it. Answers of those inside stay.
        </p>
      )}
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy || !to}>
          {to ? `Change organiser to ${to.givenName}` : "Change organiser"}
        </Button>
        <Button look="plain" onClick={() => setAsking(false)}>
          Close
        </Button>
      </div>
    </form>
  );
}
