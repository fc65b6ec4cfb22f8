import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { notesQuery } from "../../../api/queries";
import type { EntryDetails, NotesOn } from "../../../api/types";
import { RichTextShown } from "../../../sentence/RichText";
import { Button } from "../../../ui/Button";
import { NotesWriting } from "./NotesWriting";
import { TaskRead } from "./TaskRead";

/** What is noted of an entry, of its series the last time, and what is still to be done. */
export function NotesPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const notes = useQuery({ ...notesQuery(entry.id, lane, entry.occurrence), enabled: entry.kind !== "hold" && entry.readsNotes });
  const [writing, setWriting] = useState(false);
  const view = notes.data;
  // What was read before is not shown any more once it may not be read.
  if (!view || notes.isRefetchError) return null;
  if (!view.mayWrite && !view.own && view.shared.length === 0 && !view.last) return null;
  return (
    <section aria-label="Notes" className="mt-4">
      <h3 className="text-soft">Notes</h3>
      {view.mayWrite && (writing || view.own) ? (
        <NotesWriting entry={entry} lane={lane} stand={view.own} open={writing} onOpen={() => setWriting(true)} />
      ) : view.own ? (
        <NotesShown notes={view.own} />
      ) : (
        view.mayWrite && (
          <Button look="plain" className="-ml-3" onClick={() => setWriting(true)}>
            Write notes
          </Button>
        )
      )}
      {view.shared.map((shared) => (
        <NotesShown key={shared.by} notes={shared} from={`From ${shared.by}`} />
      ))}
      {view.open.length > 0 && (
        <>
          <h4 className="mt-3 text-soft">Still to be done since earlier times</h4>
          <ul>
            {view.open.map((task) => (
              <TaskRead key={task.id} task={task} />
            ))}
          </ul>
        </>
      )}
      {view.last?.text && (
        <details className="mt-3">
          <summary className="min-h-8 cursor-pointer text-sea">The last time, {view.last.when}</summary>
          <NotesShown notes={view.last} from={view.last.by} withTasks={false} />
        </details>
      )}
    </section>
  );
}

export function NotesShown({ notes, from, withTasks = true }: { notes: NotesOn; from?: string; withTasks?: boolean }) {
  return (
    <div className="mt-1">
      {from && <p className="text-[12.5px] text-soft">{from}</p>}
      {notes.text && <RichTextShown html={notes.styled} plain={notes.text} />}
      {withTasks && notes.tasks.length > 0 && (
        <ul className="mt-1">
          {notes.tasks.map((task) => (
            <TaskRead key={task.id} task={task} />
          ))}
        </ul>
      )}
    </div>
  );
}
