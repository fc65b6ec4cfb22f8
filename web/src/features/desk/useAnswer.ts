import { useCallback } from "react";
import { giveAnswer, type GivenAnswer } from "../../api/answer";
import type { QueueRow } from "../../api/types";
import { useChanges } from "../../app/changes";

/** Answers an invitation in the name of whom it is for. */
export function useAnswer() {
  const { run } = useChanges();
  return useCallback(
    (row: QueueRow, answer: GivenAnswer) => {
      if (row.entry) run(giveAnswer(row.entry, row.for.id, row.occurrence, answer), `${row.title}: ${answer} for ${row.for.givenName}.`);
    },
    [run],
  );
}
