import { useState } from "react";
import type { GivenAnswer } from "../../api/answer";
import { ask, client } from "../../api/client";
import type { AnswerRow } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { Judged } from "../../lane/Judged";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { within } from "./within";

/** Several invitations that get the same answer, with one line to each who asks; one undo takes all of it back. */
export function AnswerSeveral({ rows, onDone }: { rows: AnswerRow[]; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [line, setLine] = useState("");
  const give = (answer: GivenAnswer) =>
    make(
      () =>
        ask(
          client.POST("/api/answers", {
            body: {
              invitations: rows.map((r) => ({ inNameOf: r.for.id, entry: r.entry, occurrence: r.occurrence })),
              answer,
              comment: line.trim() || null,
            },
          }),
        ),
      `${rows.length === 1 ? "One invitation" : `${rows.length} invitations`}: ${answer}.`,
      onDone,
    );
  return (
    <>
      <h2 className="pt-3 pb-2 font-serif text-[24px] leading-9">
        {rows.length === 1 ? "One is chosen" : `${rows.length} are chosen together`}
      </h2>
      <ul>
        {rows.map((r) => (
          <li key={r.key} className="flex flex-wrap gap-x-3 border-b border-rule py-2">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{r.title}</span>
              <span className="text-soft">{`, for ${r.for.givenName}, ${within(r.when)}, ${r.organiser.name}`}</span>
            </span>
            <span>
              <Judged row={r} />
            </span>
          </li>
        ))}
      </ul>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="mt-auto flex flex-wrap items-end gap-3 border-t border-rule pt-3">
        <input
          aria-label="A line to each who asks, or none"
          placeholder="A line to each who asks, or none"
          maxLength={1_000}
          value={line}
          onChange={(e) => setLine(e.target.value)}
          className="h-9 min-w-[200px] flex-1 border-b border-ink bg-transparent outline-none placeholder:text-soft focus-visible:border-b-2 focus-visible:border-sea"
        />
        <Button look="filled" disabled={busy} onClick={() => give("accepted")}>
          Accept all
        </Button>
        <Button disabled={busy} onClick={() => give("tentative")}>
          Tentative for all
        </Button>
        <Button disabled={busy} onClick={() => give("declined")}>
          Decline all
        </Button>
        <Button look="plain" onClick={onDone}>
          Choose none
        </Button>
      </div>
    </>
  );
}
