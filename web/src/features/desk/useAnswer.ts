import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { ask, client } from "../../api/client";
import type { QueueRow } from "../../api/types";
import { useChanges } from "../../app/changes";

/** Answers an invitation in the name of whom it is for. */
export function useAnswer() {
  const queries = useQueryClient();
  const { say, fail } = useChanges();
  return useCallback(
    (row: QueueRow, answer: "accepted" | "tentative" | "declined") => {
      if (!row.entry) return;
      const body = { inNameOf: row.for.id, occurrence: row.occurrence, answer, comment: null, proposedStart: null, proposedEnd: null };
      ask(client.POST("/api/entries/{id}/answer", { params: { path: { id: row.entry } }, body }))
        .then((made) => say(`${row.title}: ${answer} for ${row.for.givenName}.`, made.change))
        .catch(fail)
        .finally(() => void queries.invalidateQueries({ queryKey: ["calendars"] }));
    },
    [fail, queries, say],
  );
}
