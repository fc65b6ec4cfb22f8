import { ask, client } from "../../api/client";
import type { ChaseRow } from "../../api/types";
import { Button } from "../../ui/Button";

interface Props {
  row: ChaseRow;
  words: string;
  onRun: (call: Promise<{ change: number }>, words: string) => void;
}

/** Until when the answers are wanted, and the way to want them no longer. */
export function DeadlineLine({ row, words, onRun }: Props) {
  return (
    <p className="flex flex-wrap items-center gap-x-2">
      <span className="font-semibold">{`${words.charAt(0).toUpperCase()}${words.slice(1)}.`}</span>
      <Button
        look="plain"
        onClick={() =>
          onRun(
            ask(
              client.POST("/api/meetings/{id}/deadline/ended", {
                params: { path: { id: row.entry } },
                body: { occurrence: row.occurrence },
              }),
            ),
            `“${row.title}” has no deadline for its answers any more; nobody is told.`,
          )
        }
      >
        End the deadline
      </Button>
    </p>
  );
}
