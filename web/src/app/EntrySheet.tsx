import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { giveAnswer, type GivenAnswer } from "../api/answer";
import { ask, client } from "../api/client";
import { entryQuery } from "../api/queries";
import type { EntryDetails } from "../api/types";
import { Attendees } from "../lane/Attendees";
import { Button } from "../ui/Button";
import { Wait } from "../ui/Wait";
import { useChanges } from "./changes";
import type { Shown } from "./useEntrySheet";

/** One entry with everything its reader may know, beside the board. */
export default function EntrySheet({ shown, onClose }: { shown: Shown; onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()} modal={false}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-20 flex w-[min(100vw,400px)] flex-col overflow-auto border-l border-ink bg-ground p-6"
        >
          <Sheet shown={shown} onClose={onClose} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Sheet({ shown, onClose }: { shown: Shown; onClose: () => void }) {
  const entry = useQuery(entryQuery(shown.id, shown.lane, shown.occurrence));
  if (!entry.data)
    return (
      <>
        <Dialog.Title className="sr-only">Entry</Dialog.Title>
        <Wait query={entry}>Reading the entry…</Wait>
        <Button onClick={onClose}>Close</Button>
      </>
    );
  return <Details entry={entry.data} onClose={onClose} />;
}

function Details({ entry, onClose }: { entry: EntryDetails; onClose: () => void }) {
  const { run } = useChanges();
  // The sheet closes when it is done, and stays where it was refused.
  const change = (call: Promise<{ change: number }>, words: string) => {
    run(call, words);
    void call.then(onClose, () => undefined);
  };
  const answer = (inNameOf: string, name: string, word: GivenAnswer) =>
    change(giveAnswer(entry.id, inNameOf, entry.occurrence, word), `${entry.title}: ${word} for ${name}.`);
  const state = entry.kind === "meeting" ? (entry.agreed ? "agreed" : "not agreed yet") : entry.kind === "hold" ? "a hold" : entry.takes;
  return (
    <>
      <Dialog.Title className="font-serif text-[24px] leading-7">{entry.title}</Dialog.Title>
      <p className="mt-2">{entry.when}</p>
      <p className="text-soft">{[entry.place, entry.private ? "private" : null, state].filter(Boolean).join(" · ")}</p>
      {entry.madeBy && (
        <p className="mt-1 text-soft">{entry.kind === "meeting" ? `Organised by ${entry.madeBy}` : `Made by ${entry.madeBy}`}</p>
      )}
      {entry.link && (
        <p className="mt-3">
          <a className="text-sea underline underline-offset-4" href={entry.link} rel="noreferrer noopener" target="_blank">
            Open the conference
          </a>
        </p>
      )}
      {entry.line && <p className="mt-3">{entry.line}</p>}
      {entry.agenda && (
        <section className="mt-4">
          <h3 className="text-soft">Agenda</h3>
          <p className="whitespace-pre-line">{entry.agenda}</p>
        </section>
      )}
      {entry.attendees.length > 0 && (
        <section className="mt-4">
          <h3 className="mb-1 text-soft">Who is asked</h3>
          <Attendees attendees={entry.attendees} />
        </section>
      )}
      <div className="mt-6 grid gap-3">
        {entry.mayAnswerFor.map((who) => (
          <div key={who.id} className="flex flex-wrap items-center gap-1.5">
            <span className="mr-1 text-soft">For {who.givenName}</span>
            <Button onClick={() => answer(who.id, who.givenName, "accepted")}>Accept</Button>
            <Button onClick={() => answer(who.id, who.givenName, "tentative")}>Tentative</Button>
            <Button onClick={() => answer(who.id, who.givenName, "declined")}>Decline</Button>
          </div>
        ))}
        {entry.kind === "meeting" && !entry.mayChange && (
          <p className="text-soft">
            Only {entry.organiser?.name ?? "the organiser"}, or one who speaks for them, changes this meeting. You can decline it or ask for
            another time.
          </p>
        )}
        {entry.kind === "meeting" && entry.mayChange && (
          <div>
            <Button
              look="grave"
              className="-ml-3"
              onClick={() =>
                change(
                  ask(client.POST("/api/meetings/{id}/cancel", { params: { path: { id: entry.id } } })),
                  entry.occurrence ? `${entry.title}: the whole series is cancelled.` : `${entry.title} is cancelled; everyone is told.`,
                )
              }
            >
              {entry.occurrence ? "Cancel the whole series and tell everyone" : `Cancel it and tell ${entry.attendees.length}`}
            </Button>
          </div>
        )}
        <div>
          <Button onClick={onClose}>Close</Button>
        </div>
      </div>
    </>
  );
}
