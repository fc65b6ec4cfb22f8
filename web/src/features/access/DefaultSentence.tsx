import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Grant, Terms } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import type { CellSentence } from "./cellSentence";
import { isSame, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** What everyone inside, or everyone else, may see and do who holds nothing of their own. */
export function DefaultSentence({ stands, row, calendar, onDone, children }: CellSentence & { stands: Grant | undefined }) {
  const { busy, problem, make } = useChange();
  const now: Terms = { ...usualTerms, sight: stands?.sight ?? "nothing", acting: stands?.acting ?? "look" };
  const [terms, setTerms] = useState<Terms>();
  const next = terms ?? now;
  const name = row.name.toLowerCase();
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1 font-serif text-[20px] leading-[30px]">
      <span>
        <TermsSentence
          begin={`By default ${name} sees`}
          owner={calendar.who}
          own={calendar.own}
          terms={next}
          inside={row.inside}
          kind="default"
          onEdit={(edited) => (stands?.mayChange ?? calendar.most !== null) && setTerms(edited)}
        />
        .
      </span>
      <span className="flex gap-1 font-sans">
        {isSame(next, now) ? (
          children
        ) : (
          <>
            <Button
              look="filled"
              disabled={busy}
              onClick={() => {
                make(
                  () =>
                    ask(
                      client.PUT("/api/access/defaults/{side}", {
                        params: { path: { side: row.inside ? "inside" : "outside" } },
                        body: { owner: calendar.who.id, sight: next.sight, acting: next.acting },
                      }),
                    ),
                  `Changed for ${name}.`,
                  onDone,
                );
              }}
            >
              Change it for {name}
            </Button>
            <Button look="plain" onClick={() => setTerms(undefined)}>
              Discard
            </Button>
          </>
        )}
      </span>
      {problem && <FieldError>{problem.message}</FieldError>}
    </div>
  );
}
