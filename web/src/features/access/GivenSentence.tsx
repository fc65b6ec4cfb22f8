import { useState } from "react";
import { ask, client } from "../../api/client";
import { useChange } from "../../app/hooks/useChange";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import type { CellSentence } from "./cellSentence";
import { allOfThem, GrantedCalendar } from "./GrantedCalendar";
import { onOne, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** Who holds nothing of their own is granted something. */
export function GivenSentence({ row, calendar, onDone, children, further = false }: CellSentence & { further?: boolean }) {
  const { busy, problem, make } = useChange();
  const [terms, setTerms] = useState(usualTerms);
  const [line, setLine] = useState("");
  const [on, setOn] = useState(further ? (calendar.choices.at(-1)?.id ?? allOfThem) : allOfThem);
  const one = on !== allOfThem;
  const choose = (id: string) => {
    setOn(id);
    if (id !== allOfThem) setTerms(onOne);
  };
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
          begin={further ? `Let ${name} also see` : `${row.name} has no personal access here; let ${name} see`}
          lets
          on={calendar.choices.length > 0 && <GrantedCalendar calendar={calendar} value={on} onChoose={choose} />}
          one={one}
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
          disabled={busy}
          onClick={() => {
            make(
              () =>
                ask(
                  client.POST("/api/access/grants", {
                    body: {
                      owner: calendar.who.id,
                      receivers: [row.key],
                      terms,
                      line: line.trim() || null,
                      request: null,
                      calendar: one ? on : null,
                    },
                  }),
                ),
              `Granted to ${row.name}, who is told.`,
              onDone,
            );
          }}
        >
          Grant to {name}
        </Button>
        {children}
      </span>
      {problem && <FieldError>{problem.message}</FieldError>}
    </div>
  );
}
