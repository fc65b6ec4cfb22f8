import { useQuery } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import { seriesFitQuery } from "../../api/queries";
import type { AnswerRow } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Judged } from "../../lane/Judged";
import { Button } from "../../ui/Button";
import type { Answering } from "./useAnswering";

interface Props {
  row: AnswerRow;
  answering: Answering;
}

/** Of a series, how many of the next ones suit and which do not; those can be declined apart. */
export function SeriesFit({ row, answering }: Props) {
  const { data: fit } = useQuery(seriesFitQuery(row.for.id, row.entry));
  const { run } = useChanges();
  if (!fit) return <p className="min-h-6" />;
  const { misses } = fit;
  const acceptTheRest = () =>
    run(
      ask(
        client.POST("/api/entries/{id}/series-answer", {
          params: { path: { id: row.entry } },
          body: { inNameOf: row.for.id, except: misses.map((m) => m.occurrence), comment: answering.line.value.trim() || null },
        }),
      ),
      `“${row.title}” accepted for ${row.for.givenName}, but for ${misses.length === 1 ? "one" : misses.length}.`,
    );
  return (
    <div className="pt-1">
      <p>
        {fit.words} {fit.turn && <strong className="font-semibold text-brass">{fit.turn}</strong>}
      </p>
      {misses.length > 0 && (
        <details className="pt-1">
          <summary className="min-h-8 cursor-pointer font-semibold underline underline-offset-4">
            {misses.length === 1 ? "The one that does not suit" : `The ${misses.length} that do not suit`}
          </summary>
          <ul aria-label="What does not suit" className="max-h-44 overflow-y-auto">
            {misses.map((m) => (
              <li key={m.occurrence} className="flex flex-wrap gap-x-3 border-b border-rule py-1">
                <span className="w-64 font-semibold">{m.when}</span>
                <span>
                  <Judged row={m} />
                </span>
              </li>
            ))}
          </ul>
          <Button className="mt-2" onClick={acceptTheRest}>
            {misses.length === 1 ? "Accept all but that one" : `Accept all but those ${misses.length}`}
          </Button>
        </details>
      )}
    </div>
  );
}
