import { ask, client } from "../../../api/client";
import { sendPaper } from "../../../api/files";
import type { EntryDetails } from "../../../api/types";
import { PaperList } from "../../../sentence/PaperList";
import { useChanges } from "../../hooks/changes";

/** The papers that lie with an entry. */
export function PapersPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const { make, run } = useChanges();
  if (!entry.mayChange && entry.papers.length === 0) return null;
  const laid = (name: string, call: Promise<unknown>) => make(call, `“${name}” lies with “${entry.title}”.`);
  const occurrence = entry.occurrence ? `&occurrence=${entry.occurrence}` : "";
  return (
    <div className="mt-4">
      <PaperList
        title={entry.title}
        papers={entry.papers}
        mayChange={entry.mayChange}
        outside={entry.attendees.some((a) => !a.who.inside)}
        href={(paper) => `/api/entries/${entry.id}/papers/${paper}?lane=${lane}${occurrence}`}
        heading={<h3 className="text-soft">Papers</h3>}
        send={(file, sent) => sendPaper(entry.id, file, sent)}
        onLaid={(name, made) => void laid(name, Promise.resolve(made))}
        onLink={(name, address) =>
          laid(
            name ?? address,
            ask(client.POST("/api/entries/{id}/links", { params: { path: { id: entry.id } }, body: { name, address } })),
          )
        }
        onGoes={(paper, goesOut) =>
          run(
            ask(client.PUT("/api/entries/{id}/papers/{paper}", { params: { path: { id: entry.id, paper: paper.id } }, body: { goesOut } })),
            goesOut ? `“${paper.name}” goes to those outside in ten seconds.` : `“${paper.name}” stays inside from now on.`,
          )
        }
        onTake={(paper) =>
          run(
            ask(client.DELETE("/api/entries/{id}/papers/{paper}", { params: { path: { id: entry.id, paper: paper.id } } })),
            `“${paper.name}” is taken away.`,
          )
        }
      />
    </div>
  );
}
