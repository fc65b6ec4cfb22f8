import { ask, client } from "../../api/client";
import type { AnswerRow } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useKept } from "../../app/hooks/useKept";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

/** Asks who is invited whether they come: it stands on their own page until they say. */
export function AskPrincipal({ row, onDone }: { row: AnswerRow; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const line = useKept(`ask principal ${row.key}`, () => "");
  return (
    <form
      aria-label={`Ask ${row.for.givenName}`}
      className="pb-3"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            ask(
              client.POST("/api/entries/{id}/question", {
                params: { path: { id: row.entry } },
                body: { inNameOf: row.for.id, occurrence: row.occurrence, line: line.value.trim() || null },
              }),
            ),
          `“${row.title}” stands on ${row.for.givenName}’s page: yes, no, later, your call.`,
          () => {
            line.forget("");
            onDone();
          },
        );
      }}
    >
      <h3 className="pb-1 font-semibold">Ask {row.for.givenName}: yes, no, later or your call</h3>
      <div className="flex flex-wrap items-center gap-3">
        <input
          autoFocus
          aria-label={`What you write to ${row.for.givenName} with it, or nothing`}
          placeholder={`What you write to ${row.for.givenName} with it, or nothing`}
          maxLength={500}
          value={line.value}
          onChange={(e) => line.set(e.target.value)}
          className="h-9 min-w-[200px] flex-1 border-b border-ink bg-transparent outline-none placeholder:text-soft focus-visible:border-b-2 focus-visible:border-sea"
        />
        <Button type="submit" disabled={busy}>
          Ask {row.for.givenName}
        </Button>
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </div>
      {problem && <FieldError>{problem.message}</FieldError>}
    </form>
  );
}
