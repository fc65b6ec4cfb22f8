import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { ask, client, problemOf } from "../../api/client";
import { sendPaper } from "../../api/files";
import type { EntryDetails } from "../../api/types";
import { Button } from "../../ui/Button";
import { useChanges } from "../changes";

const mostBytes = 25 * 1024 * 1024;

/** The papers that lie with an entry: taken up by name, laid there by choice or drop. */
export function PapersPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const queries = useQueryClient();
  const { say, run } = useChanges();
  const input = useRef<HTMLInputElement>(null);
  const [going, setGoing] = useState<{ name: string; share: number; stop: () => void }>();
  const [problems, setProblems] = useState<string[]>([]);
  const [over, setOver] = useState(false);
  if (!entry.mayChange && entry.papers.length === 0) return null;

  const lay = async (files: File[]) => {
    if (going) return;
    setProblems([]);
    for (const file of files) {
      if (file.size > mostBytes) {
        setProblems((before) => [...before, `“${file.name}” is larger than 25 MB and was not sent.`]);
        continue;
      }
      const sending = sendPaper(entry.id, file, (share) => setGoing((g) => g && { ...g, share }));
      setGoing({ name: file.name, share: 0, stop: sending.stop });
      try {
        const made = await sending.came;
        say(`“${file.name}” lies with “${entry.title}”.`, made.change);
      } catch (e) {
        const { message } = problemOf(e);
        setProblems((before) => [...before, message]);
      }
    }
    setGoing(undefined);
    if (input.current) input.current.value = "";
    await queries.invalidateQueries({ queryKey: ["calendars"] });
  };

  return (
    <section
      aria-labelledby="papers"
      className={`mt-4 ${over ? "bg-sea-wash" : ""}`}
      {...(entry.mayChange && {
        onDragOver: (e) => {
          e.preventDefault();
          setOver(true);
        },
        onDragLeave: () => setOver(false),
        onDrop: (e) => {
          e.preventDefault();
          setOver(false);
          void lay([...e.dataTransfer.files]);
        },
      })}
    >
      <h3 id="papers" className="text-soft">
        Papers
      </h3>
      <ul>
        {entry.papers.map((p) => (
          <li key={p.id} className="flex min-h-9 items-center gap-2 border-t border-rule">
            <span className="min-w-0 py-1">
              <a
                href={`/api/entries/${entry.id}/papers/${p.id}?lane=${lane}${entry.occurrence ? `&occurrence=${entry.occurrence}` : ""}`}
                download={p.name}
                className="block truncate font-semibold text-sea underline underline-offset-4"
              >
                {p.name}
              </a>
              <span className="block text-soft">{p.note}</span>
            </span>
            {entry.mayChange && (
              <Button
                look="plain"
                className="ml-auto"
                aria-label={`Take ${p.name} away`}
                onClick={() =>
                  run(
                    ask(client.DELETE("/api/entries/{id}/papers/{paper}", { params: { path: { id: entry.id, paper: p.id } } })),
                    `“${p.name}” is taken away.`,
                  )
                }
              >
                Take away
              </Button>
            )}
          </li>
        ))}
      </ul>
      {entry.mayChange && (
        <p className="mt-1 flex items-center gap-3">
          <Button disabled={going !== undefined} onClick={() => input.current?.click()}>
            Lay a paper here
          </Button>
          <span className="text-soft">or drop it, 25 MB at most</span>
          <input
            ref={input}
            type="file"
            multiple
            aria-label={`Papers for ${entry.title}`}
            className="sr-only"
            onChange={(e) => void lay([...(e.target.files ?? [])])}
          />
        </p>
      )}
      {going && (
        <p role="status" className="mt-2 flex items-center gap-3">
          <progress value={going.share < 1 ? going.share : undefined} max={1} aria-label={`Sending ${going.name}`} />
          <span className="min-w-0 truncate">{going.name}</span>
          <Button look="plain" onClick={going.stop}>
            Stop
          </Button>
        </p>
      )}
      {problems.map((p) => (
        <p key={p} role="alert" className="mt-2 font-semibold text-brick">
          {p}
        </p>
      ))}
    </section>
  );
}
