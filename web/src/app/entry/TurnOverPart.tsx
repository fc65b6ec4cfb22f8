import { useState } from "react";
import { ask, client } from "../../api/client";
import type { EntryDetails } from "../../api/types";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { useRun } from "./useRun";

/** Somebody else organises the meeting from now on. */
export function TurnOverPart({ entry, onDone }: { entry: EntryDetails; onDone: () => void }) {
  const run = useRun(onDone);
  const [asking, setAsking] = useState(false);
  const [to, setTo] = useState<Chosen>();
  const [stays, setStays] = useState(true);
  const [note, setNote] = useState("");
  const organiser = entry.organiser;
  if (!organiser) return null;
  if (!asking)
    return (
      <Button look="plain" onClick={() => setAsking(true)}>
        Turn it over
      </Button>
    );
  const outside = entry.attendees.filter((a) => !a.who.inside).length;
  return (
    <form
      aria-label="Turn it over"
      className="grid w-full max-w-[60ch] gap-2 border-y border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!to) return;
        run(
          ask(
            client.POST("/api/meetings/{id}/turning-over", {
              params: { path: { id: entry.id } },
              body: { to: to.id, stays, note: note.trim() || null },
            }),
          ),
          `“${entry.title}” is turned over to ${to.name}; everyone is told in ten seconds.`,
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
      {outside > 0 && (
        <p className="text-soft">
          {outside === 1 ? "One outside is" : `${outside} outside are`} asked anew: to them a meeting belongs to who organises it. Answers
          of those inside stay.
        </p>
      )}
      <div className="flex gap-2">
        <Button type="submit" disabled={!to}>
          {to ? `Turn it over to ${to.givenName}` : "Turn it over"}
        </Button>
        <Button look="plain" onClick={() => setAsking(false)}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
