import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Grant, Terms } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import type { CellSentence } from "./cellSentence";
import { isSame } from "./terms";
import { TermsSentence } from "./TermsSentence";
import { useWithdraw } from "./useWithdraw";

const termsOf = (grant: Grant): Terms => ({
  sight: grant.sight,
  acting: grant.acting,
  private: grant.private,
  passOn: grant.passOn,
  from: grant.from,
  until: grant.until,
});

/** What somebody holds, to be changed or withdrawn. */
export function HeldSentence({ grant, row, calendar, onDone, children }: CellSentence & { grant: Grant }) {
  const { busy, problem, make } = useChange();
  const withdraw = useWithdraw();
  const [terms, setTerms] = useState<Terms>();
  const [line, setLine] = useState("");
  const stands = termsOf(grant);
  const next = terms ?? stands;
  const changed = !isSame(next, stands);
  const name = row.who?.givenName ?? row.name;
  const change = () => {
    make(
      () =>
        ask(
          client.PUT("/api/access/grants/{id}", {
            params: { path: { id: grant.id } },
            body: { owner: calendar.who.id, terms: next, line: line.trim() || null },
          }),
        ),
      `Changed for ${row.name}, who is told.`,
      () => {
        setTerms(undefined);
        setLine("");
        onDone();
      },
    );
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1 font-serif text-[20px] leading-[30px]">
      <span>
        <TermsSentence
          begin={`${row.name} sees`}
          owner={calendar.who}
          own={calendar.own}
          on={grant.on && `${calendar.own ? "your" : `${calendar.who.givenName}’s`} ${grant.on}`}
          one={grant.on !== null}
          terms={next}
          inside={row.inside}
          onEdit={(edited) => grant.mayChange && setTerms(edited)}
        />
        .
        {changed && (
          <>
            {" "}
            Tell {name}: <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={setLine} />
          </>
        )}
      </span>
      <span className="flex gap-1 font-sans">
        {changed ? (
          <>
            <Button look="filled" disabled={busy} onClick={change}>
              Change it for {name}
            </Button>
            <Button look="plain" onClick={() => setTerms(undefined)}>
              Discard
            </Button>
          </>
        ) : (
          <>
            {children}
            {grant.mayChange && (
              <Button
                look="grave"
                onClick={() => {
                  withdraw(grant, row.name, calendar);
                  onDone();
                }}
              >
                Withdraw it
              </Button>
            )}
          </>
        )}
      </span>
      {problem && <FieldError>{problem.message}</FieldError>}
      {!grant.mayChange && (
        <span className="font-sans text-[13px] text-soft">It is more than you hold yourself; only the owner changes it.</span>
      )}
    </div>
  );
}
