import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { notesQuery } from "../../../api/queries";
import type { EntryDetails, NotesOn } from "../../../api/types";
import { RichTextField, RichTextShown } from "../../../sentence/RichText";
import { Button } from "../../../ui/Button";
import type { Keeping } from "../../hooks/autosave";
import { ReleaseSentence } from "./ReleaseSentence";
import { TaskLines } from "./TaskLines";
import { useKeptNotes } from "./useKeptNotes";

interface Props {
  entry: EntryDetails;
  lane: string;
  stand: NotesOn | null;
  /** The text is being written, not only read. */
  open: boolean;
  onOpen: () => void;
}

const keepingWords: Record<Exclude<Keeping, "elsewhere">, string> = {
  kept: "Saved.",
  keeping: "Saving…",
  "not kept": "Not saved yet: the server cannot be reached. It stays here and is tried again.",
};

/** The notes of a lane as they are written, their tasks, and to whom they are released. */
export function NotesWriting({ entry, lane, stand, open, onOpen }: Props) {
  const queries = useQueryClient();
  const notes = useKeptNotes(entry.id, lane, entry.occurrence, stand);
  const [releasing, setReleasing] = useState(false);
  const { written, keeping } = notes;
  const theirs = () => queries.fetchQuery({ ...notesQuery(entry.id, lane, entry.occurrence), staleTime: 0 });
  const says = written.html !== "" || written.tasks.length > 0;
  return (
    <div className="mt-1 grid gap-2">
      {open ? (
        <RichTextField key={notes.begun} label="Notes" html={written.html} onChange={(html) => notes.edit({ html })} />
      ) : (
        <div>
          {stand?.text && <RichTextShown html={stand.styled} plain={stand.text} />}
          <Button look="plain" className="-ml-3" onClick={onOpen}>
            {stand?.text ? "Go on writing" : "Write notes"}
          </Button>
        </div>
      )}
      <TaskLines tasks={written.tasks} stand={stand?.tasks ?? []} attendees={entry.attendees} onChange={(tasks) => notes.edit({ tasks })} />
      {keeping === "elsewhere" ? (
        <div role="alert" className="grid gap-1 border-y border-rule py-2">
          <p>Somebody else wrote here meanwhile. What you typed is in this window and is not saved yet.</p>
          <p className="flex flex-wrap gap-2">
            <Button onClick={() => void theirs().then((t) => notes.takeUp(t.own))}>Take theirs up</Button>
            <Button look="grave" onClick={() => void theirs().then((t) => notes.keepOver(t.own))}>
              Keep mine over theirs
            </Button>
          </p>
        </div>
      ) : (
        <p className="text-[12.5px] text-soft" role="status">
          {says ? keepingWords[keeping] : "Saved as you type."}{" "}
          {stand?.released
            ? `${stand.released.slice(0, 1).toUpperCase()}${stand.released.slice(1)}${stand.saysMore ? "; what came since is not" : ""}.`
            : "Only who keeps this calendar reads it."}
        </p>
      )}
      {stand &&
        says &&
        keeping !== "elsewhere" &&
        (releasing ? (
          <ReleaseSentence entry={entry} lane={lane} stand={stand} onDone={() => setReleasing(false)} before={() => notes.keep()} />
        ) : (
          (stand.saysMore || stand.readers.length === 0) && (
            <div>
              <Button onClick={() => setReleasing(true)}>{stand.released ? "Share what is new…" : "Share these notes…"}</Button>
            </div>
          )
        ))}
    </div>
  );
}
