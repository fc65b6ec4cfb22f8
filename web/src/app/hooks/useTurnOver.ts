import { useCallback } from "react";
import { ask, client } from "../../api/client";
import type { QueueRow } from "../../api/types";
import { useChanges } from "./changes";

/** Takes a meeting over that somebody offers, or does not. */
export function useTurnOver() {
  const { run } = useChanges();
  return useCallback(
    (row: QueueRow, takes: boolean) => {
      if (row.turnOver === null) return;
      run(
        ask(client.POST("/api/turning-over/{id}", { params: { path: { id: row.turnOver } }, body: { takes } })),
        takes
          ? `“${row.title}” is organised in the name of ${row.for.name} from now on; everyone is notified in ten seconds.`
          : `“${row.title}” stays with who offered it; they are notified in ten seconds.`,
      );
    },
    [run],
  );
}
