import { useState } from "react";
import { ask, client } from "../../api/client";
import { useChanges } from "../../app/changes";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import type { CellSentence } from "./cellSentence";
import { usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** Who holds nothing of their own is granted something. */
export function GivenSentence({ row, calendar, onDone, children }: CellSentence) {
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
          onClick={() => {
            run(
              ask(
                client.POST("/api/access/grants", {
                  body: { owner: calendar.who.id, receivers: [row.key], terms, line: line.trim() || null, request: null },
                }),
              ),
              `Granted to ${row.name}, who is told.`,
            );
            onDone();
          }}
        >
          Grant it to {name}
        </Button>
        {children}
      </span>
    </div>
  );
}
