import { ask, client, problemOf } from "../../api/client";
import type { Chase } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";

type Owed = Chase["owed"][number];

/** What others are to bring or send for a meeting and have not: reminded, or said to be there. */
export function StillOwed({ owed, onOpen }: { owed: Owed[]; onOpen: (one: Owed) => void }) {
  const { make, run, fail, offer } = useChanges();
  const remind = (one: Owed, again: boolean) =>
    void make(
      ask(client.POST("/api/tasks/{id}/reminders", { params: { path: { id: one.task } }, body: { again } })),
      `${one.by.givenName} is reminded of “${one.words}” in ten seconds.`,
    ).catch((error: unknown) => {
      if (problemOf(error).type === "corlin:written-today") offer(error, { words: "Remind all the same", go: () => remind(one, true) });
      else fail(error);
    });
  return (
    <section aria-label="Still owed" className="mb-4">
      <h2 className="border-b border-rule py-1.5 text-soft">
        Still owed <span className="font-semibold text-ink">{owed.length}</span>
      </h2>
      <ul>
        {owed.map((one) => (
          <li key={one.task} className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
            <Flag flag={one.by.flag} />
            <span>
              <span className="font-semibold">{one.by.name}</span>: {one.words}
            </span>
            <Tone tone={one.tone}>{one.dueWords}</Tone>
            <span className="text-soft">
              for{" "}
              <button type="button" onClick={() => onOpen(one)} className="min-h-8 text-ink underline decoration-1 underline-offset-4">
                {one.title}
              </button>
              , {one.for.givenName}
              {one.today && "; written to today"}
            </span>
            <span className="ml-auto flex flex-wrap gap-1">
              <Button aria-label={`Remind ${one.by.name} of “${one.words}”`} onClick={() => remind(one, false)}>
                Remind {one.by.givenName}
              </Button>
              <Button
                look="plain"
                aria-label={`“${one.words}” is there`}
                onClick={() =>
                  run(
                    ask(client.PUT("/api/tasks/{id}", { params: { path: { id: one.task } }, body: { done: true } })),
                    `“${one.words}” is there.`,
                  )
                }
              >
                It is there
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
