import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails } from "../../../api/types";
import { PeoplePicker, type Chosen } from "../../../sentence/PeoplePicker";
import { Button } from "../../../ui/Button";
import { Field, FieldError } from "../../../ui/Field";
import { useChange } from "../../hooks/useChange";
import { useFocusBack } from "../../hooks/useFocusBack";

/** What is known of the meeting goes to others for their knowledge; nobody is asked by it. */
export function ForwardPart({ entry, lane, onDone }: { entry: EntryDetails; lane: string; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [open, setOpen] = useState(false);
  const [to, setTo] = useState<Chosen[]>([]);
  const [note, setNote] = useState("");
  const place = useFocusBack<HTMLDivElement>(open);
  if (!open)
    return (
      <div ref={place} className="contents">
        <Button look="plain" onClick={() => setOpen(true)}>
          Forward it
        </Button>
      </div>
    );
  const organises = entry.organiser?.id === lane;
  const names = to.length > 2 ? String(to.length) : to.map((t) => t.givenName).join(" and ");
  return (
    <form
      aria-label="Forward it"
      className="grid w-full max-w-[60ch] gap-2 border-y border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            ask(
              client.POST("/api/meetings/{id}/forwarding", {
                params: { path: { id: entry.id } },
                body: { inNameOf: lane, occurrence: entry.occurrence, to: to.map((t) => t.id), note: note.trim() || null },
              }),
            ),
          `“${entry.title}” goes to ${names} in ten seconds, for knowledge.`,
          onDone,
        );
      }}
    >
      <PeoplePicker label="To whom, for information" quiet chosen={to} onChange={setTo} />
      <Field label="A line to them" value={note} maxLength={500} onChange={(e) => setNote(e.target.value)} />
      <p className="text-[12.5px] text-soft">
        They get a mail with what, when and where; papers and the list of those invited stay here. They are not invited
        {organises ? "." : `: only ${entry.organiser?.givenName ?? "who organises it"} asks people, and is told to whom it went.`}
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy || to.length === 0}>
          {to.length === 0 ? "Forward it" : `Forward it to ${names}`}
        </Button>
        <Button look="plain" onClick={() => setOpen(false)}>
          Discard
        </Button>
      </div>
    </form>
  );
}
