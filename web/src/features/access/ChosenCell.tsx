import { useState } from "react";
import { ask, client } from "../../api/client";
import type { AccessCalendar, AccessCell, AccessRow, Grant, Terms } from "../../api/types";
import type { components } from "../../api/schema";
import { useChanges } from "../../app/changes";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { isSame, sightLabel, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";
import { useWithdraw } from "./useWithdraw";

interface Props {
  row: AccessRow;
  calendar: AccessCalendar;
  cell: AccessCell | undefined;
  grants: components["schemas"]["GrantsView"] | undefined;
  seen: boolean;
  onSeen: () => void;
}

/** The chosen cell as a sentence: what somebody holds in a calendar, to be changed, withdrawn, or granted. */
export function ChosenCell({ row, calendar, cell, grants, seen, onSeen }: Props) {
  const given = row.who?.givenName ?? row.name;
  if (cell?.own)
    return (
      <p className="py-3 font-serif text-[19px]">{calendar.own ? "That is your own calendar." : `That is ${given}’s own calendar.`}</p>
    );
  const toSee = (
    <Button look="outlined" aria-expanded={seen} className="font-sans" onClick={onSeen}>
      What {row.who ? given : row.name.toLowerCase()} {row.who ? "sees" : "see"}
    </Button>
  );
  if (!grants) return <p className="py-3 text-soft">Reading what {given} holds…</p>;
  return (
    <div className="py-2">
      {grants.grants.map((grant) => (
        <Held key={grant.id} grant={grant} row={row} calendar={calendar}>
          {toSee}
        </Held>
      ))}
      {grants.grants.length === 0 && row.who && (
        <Given row={row} calendar={calendar}>
          {toSee}
        </Given>
      )}
      {grants.grants.length === 0 && !row.who && (
        <p className="flex items-center gap-3 py-1 font-serif text-[19px]">
          <span>{row.name} see nothing here.</span> {toSee}
        </p>
      )}
      {grants.through.map((t) => (
        <p key={t.group} className="text-soft">
          {given} also holds {sightLabel(t.sight)} as one of {t.group}.
        </p>
      ))}
    </div>
  );
}

const termsOf = (grant: Grant): Terms => ({
  sight: grant.sight,
  acting: grant.acting,
  private: grant.private,
  passOn: grant.passOn,
  from: grant.from,
  until: grant.until,
});

function Held({ grant, row, calendar, children }: { grant: Grant; row: AccessRow; calendar: AccessCalendar; children: React.ReactNode }) {
  const { run } = useChanges();
  const withdraw = useWithdraw();
  const [terms, setTerms] = useState<Terms>();
  const [line, setLine] = useState("");
  const stands = termsOf(grant);
  const next = terms ?? stands;
  const changed = !isSame(next, stands);
  const name = row.who?.givenName ?? row.name;
  const begin = row.who ? `${row.name} sees` : `${row.name} sees`;
  const change = () => {
    run(
      ask(
        client.PUT("/api/access/grants/{id}", {
          params: { path: { id: grant.id } },
          body: { owner: calendar.who.id, terms: next, line: line.trim() || null },
        }),
      ),
      row.who ? `Changed for ${row.name}, who is told.` : `Changed for ${row.name.toLowerCase()}.`,
    );
    setTerms(undefined);
    setLine("");
  };
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1 font-serif text-[20px] leading-[30px]">
      <span>
        <TermsSentence
          begin={begin}
          owner={calendar.who}
          own={calendar.own}
          terms={next}
          inside={row.inside}
          kind={row.who ? "held" : "default"}
          onEdit={(edited) => grant.mayChange && setTerms(edited)}
        />
        .
        {changed && row.who && (
          <>
            {" "}
            Tell {name}: <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={setLine} />
          </>
        )}
      </span>
      <span className="flex gap-1 font-sans">
        {changed ? (
          <>
            <Button look="filled" onClick={change}>
              Change it for {row.who ? name : name.toLowerCase()}
            </Button>
            <Button look="plain" onClick={() => setTerms(undefined)}>
              Leave it
            </Button>
          </>
        ) : (
          <>
            {children}
            {row.who && grant.mayChange && (
              <Button look="grave" onClick={() => withdraw(grant, row.name, calendar)}>
                Withdraw it
              </Button>
            )}
          </>
        )}
      </span>
      {!grant.mayChange && (
        <span className="font-sans text-[13px] text-soft">It is more than you hold yourself; only the owner changes it.</span>
      )}
    </div>
  );
}

function Given({ row, calendar, children }: { row: AccessRow; calendar: AccessCalendar; children: React.ReactNode }) {
  const { run } = useChanges();
  const [terms, setTerms] = useState(usualTerms);
  const [line, setLine] = useState("");
  const name = row.who?.givenName ?? row.name;
  if (!calendar.most)
    return (
      <p className="flex items-center gap-3 py-1 font-serif text-[19px]">
        <span>{row.name} holds nothing here beyond what everyone does.</span> {children}
      </p>
    );
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1 font-serif text-[20px] leading-[30px]">
      <span>
        <TermsSentence
          begin={`${row.name} holds nothing of their own here; let ${name} see`}
          owner={calendar.who}
          own={calendar.own}
          terms={terms}
          inside={row.inside}
          onEdit={setTerms}
        />
        . Tell {name}: <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={setLine} />
      </span>
      <span className="flex gap-1 font-sans">
        <Button
          look="filled"
          onClick={() =>
            run(
              ask(
                client.POST("/api/access/grants", {
                  body: { owner: calendar.who.id, receivers: [row.key], terms, line: line.trim() || null, request: null },
                }),
              ),
              `Granted to ${row.name}, who is told.`,
            )
          }
        >
          Grant it to {name}
        </Button>
        {children}
      </span>
    </div>
  );
}
