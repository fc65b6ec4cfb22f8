import { useQuery } from "@tanstack/react-query";
import { waysOutQuery } from "../../api/queries";
import type { AnswerRow } from "../../api/types";
import { useClearing } from "../../app/hooks/useClearing";
import { Button } from "../../ui/Button";
import type { Answering } from "./useAnswering";

interface Props {
  row: AnswerRow;
  answering: Answering;
}

/** What one press does about an invitation that does not fit: what is in the way moved, or other times offered. */
export function WaysOut({ row, answering }: Props) {
  const ways = useQuery(waysOutQuery(row.for.id, row.entry, row.occurrence));
  const clearing = useClearing();
  const { clear, instead } = ways.data ?? {};
  if (!clear && !instead) return <p className="min-h-10" />;
  const line = answering.line.value.trim();
  return (
    <ul aria-label="Ways out" className="min-h-10 pt-1.5">
      {clear && (
        <li className="flex flex-wrap items-center gap-x-3">
          <Button
            onClick={() =>
              clearing({ entry: row.entry, occurrence: row.occurrence, inNameOf: row.for.id, title: row.title }, clear, true, line || null)
            }
          >
            {clear.words} and accept
          </Button>
          <span className="text-soft">It suits everyone in it; {clear.notified}.</span>
        </li>
      )}
      {instead && (
        <li className="flex flex-wrap items-center gap-x-3 pt-1">
          <Button
            onClick={() => {
              answering.give("declined", undefined, instead.words, [line, instead.line].filter(Boolean).join("\n\n"));
            }}
          >
            Decline and offer others
          </Button>
          <span className="text-soft">{instead.words}</span>
        </li>
      )}
    </ul>
  );
}
