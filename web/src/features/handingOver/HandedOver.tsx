import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { HandedItem, Handover } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { PastList } from "../../app/parts/PastList";
import { Flag } from "../../lane/Flag";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { Waiting } from "../../app/parts/Waiting";

/** A handover that stands: what still waits, what became of the rest, and what was done meanwhile. */
export function HandedOver({ handover }: { handover: Handover }) {
  const { run } = useChanges();
  const navigate = useNavigate();
  const sheet = useEntrySheet();
  const waits = handover.for.flatMap((f) => f.items).filter((i) => i.waits ?? i.elsewhere).length;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 pt-3 pb-2">
        <h1 className="font-serif text-[26px] leading-9">{handover.words}</h1>
        <span className="text-soft">
          {waits === 0 ? "Nothing of what waited waits any more." : `${waits} still ${waits === 1 ? "waits" : "wait"}.`}
        </span>
        {handover.mine && (
          <span className="no-print ml-auto">
            <Button
              look="grave"
              onClick={() => {
                run(ask(client.DELETE("/api/handovers/{id}", { params: { path: { id: handover.id } } })), "The handover is taken back.");
                void navigate({ to: "/handover" });
              }}
            >
              Take it back
            </Button>
          </span>
        )}
      </div>
      {handover.line && <p className="font-serif text-[19px] leading-8">“{handover.line}”</p>}
      {handover.for.map((f) => (
        <section key={f.principal.id} aria-label={`For ${f.principal.name}`} className="mt-4">
          <h2 className="flex items-center gap-2 border-b border-rule pb-1 font-semibold">
            <Flag flag={f.principal.flag} height={20} /> {f.principal.name}
          </h2>
          <ul>
            {f.items.map((item) => (
              <Item
                key={item.id}
                handover={handover}
                item={item}
                onOpen={
                  item.waits?.entry
                    ? () => item.waits?.entry && sheet.open(item.waits.entry, f.principal.id, item.waits.occurrence)
                    : undefined
                }
              />
            ))}
          </ul>
        </section>
      ))}
      {handover.hidden > 0 && (
        <p className="mt-3 text-brass">
          {handover.hidden === 1 ? "One more thing concerns" : `${handover.hidden} more things concern`} somebody for whom you do not speak
          now.
        </p>
      )}
      <section aria-labelledby="meanwhile" className="mt-6">
        <h2 id="meanwhile" className="font-serif text-[21px] leading-8">
          What {handover.mine ? handover.cover.name : "you have"} {handover.mine ? "has " : ""}done meanwhile
        </h2>
        {handover.meanwhile.length === 0 && <p className="text-soft">Nothing yet.</p>}
        {handover.meanwhile.map((m) => (
          <div key={m.principal.id} className="mt-2">
            <h3 className="flex items-center gap-2 border-b border-rule pb-1 font-semibold">
              <Flag flag={m.principal.flag} height={20} /> {m.principal.name}
            </h3>
            <PastList rows={m.rows} />
          </div>
        ))}
      </section>
      {sheet.sheet}
    </>
  );
}

function Item({ handover, item, onOpen }: { handover: Handover; item: HandedItem; onOpen: (() => void) | undefined }) {
  const what = item.waits?.title ?? item.words;
  const notes = (
    <>
      <Note handover={handover} item={item} what={what} />
      {onOpen && (
        <span className="no-print ml-auto">
          <Button look="plain" onClick={onOpen}>
            Open the entry
          </Button>
        </span>
      )}
    </>
  );
  if (item.waits) return <Waiting row={item.waits}>{notes}</Waiting>;
  return (
    <li aria-label={what} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule/60 py-1.5">
      <p className="flex min-w-[340px] flex-1 gap-x-3">
        <span className="w-16 shrink-0 font-semibold text-soft">{item.isPromise ? "Promised" : item.elsewhere ? "Waits" : "Done"}</span>
        <span className="min-w-0">
          <span className={item.isPromise ? "font-semibold" : "text-soft"}>{item.words}</span>
          {item.promised && <span className="text-soft">, {item.promised}</span>}
          {item.isPromise && <Kept handover={handover} item={item} />}
        </span>
      </p>
      <div className="flex w-[420px] flex-wrap items-baseline gap-x-3 max-[1000px]:w-full max-[1000px]:pl-[76px]">{notes}</div>
    </li>
  );
}

/** Something promised is ticked off by whoever kept it. */
function Kept({ handover, item }: { handover: Handover; item: HandedItem }) {
  const { run } = useChanges();
  const path = { id: handover.id, item: item.id };
  return (
    <label className="ml-3 inline-flex min-h-8 items-center gap-1.5">
      <input
        type="checkbox"
        checked={item.kept}
        onChange={(e) =>
          run(
            ask(client.PUT("/api/handovers/{id}/items/{item}/kept", { params: { path }, body: { kept: e.target.checked } })),
            e.target.checked ? `“${item.words}” is kept.` : `“${item.words}” is still to be kept.`,
          )
        }
        className="size-4 accent-sea"
      />
      kept
    </label>
  );
}

/** Each writes their own note and reads the other's. */
function Note({ handover, item, what }: { handover: Handover; item: HandedItem; what: string }) {
  const { run } = useChanges();
  const own = (handover.mine ? item.note : item.back) ?? "";
  const other = handover.mine ? item.back : item.note;
  const [note, setNote] = useState(own);
  const keep = () => {
    if (note.trim() === own) return;
    run(
      ask(
        client.PUT("/api/handovers/{id}/items/{item}", {
          params: { path: { id: handover.id, item: item.id } },
          body: { note },
        }),
      ),
      `Your note on “${what}” is kept.`,
    );
  };
  return (
    <span className="min-w-0 font-serif text-[17px] leading-7">
      {other && (
        <span className="mr-3">
          {(handover.mine ? handover.cover : handover.away).givenName}: “{other}”
        </span>
      )}
      <span
        onBlur={keep}
        onKeyDown={(e) => {
          if (e.key === "Enter") keep();
        }}
      >
        <TypedPart
          name={`Your note on ${what}`}
          value={note}
          placeholder={handover.mine ? "your note" : "what came of it"}
          longest={1000}
          onChange={setNote}
        />
      </span>
    </span>
  );
}
