import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails } from "../../../api/types";
import { Button } from "../../../ui/Button";
import { useFocusBack } from "../../hooks/useFocusBack";
import { WordsForm } from "../../parts/WordsForm";

/** Words to who organises it, from who is asked or speaks for them; nothing is answered by it. */
export function OrganiserPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const [open, setOpen] = useState(false);
  const place = useFocusBack<HTMLDivElement>(open);
  const { organiser } = entry;
  if (!organiser || organiser.id === lane) return null;
  return (
    <div ref={place} className="contents">
      {open ? (
        <WordsForm
          label={`Words to ${organiser.name}`}
          keptAs={`organiser ${entry.id} ${lane}`}
          sends={`Send it to ${organiser.givenName}`}
          call={(text) =>
            ask(
              client.POST("/api/meetings/{id}/organiser/letters", {
                params: { path: { id: entry.id } },
                body: { inNameOf: lane, occurrence: entry.occurrence, text },
              }),
            )
          }
          sent={`It goes to ${organiser.name} in ten seconds.`}
          onDone={() => setOpen(false)}
        />
      ) : (
        <Button look="plain" onClick={() => setOpen(true)}>
          Write to {organiser.givenName}
        </Button>
      )}
    </div>
  );
}
