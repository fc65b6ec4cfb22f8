import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { flushSync } from "react-dom";
import { giveAnswer, type Answering, type GivenAnswer } from "../api/answer";
import { problemOf } from "../api/client";
import { useChanges } from "./changes";

const anyway: Record<GivenAnswer, string> = {
  accepted: "Accept all the same",
  tentative: "Say tentative all the same",
  declined: "Decline all the same",
};

/** Answers an invitation; where somebody else gave another answer meanwhile or before, it is said, and only then given all the same. */
export function useAnswer() {
  const queries = useQueryClient();
  const { say, fail, offer } = useChanges();
  return useCallback(
    (what: Answering, answer: GivenAnswer, words: string, onDone?: () => void) => {
      const give = (allTheSame: boolean) => {
        giveAnswer(what, answer, allTheSame)
          .then((made) => {
            say(words, made.change);
            // What is closed by it is gone before anything is read again: a declined invitation is nothing to be read any more.
            flushSync(() => onDone?.());
          })
          .catch((error: unknown) => {
            const otherwise = problemOf(error).type === "corlin:answered-otherwise";
            if (otherwise) offer(error, { words: anyway[answer], go: () => give(true) });
            else fail(error);
          })
          .finally(() => void queries.invalidateQueries({ queryKey: ["calendars"] }));
      };
      give(false);
    },
    [fail, offer, queries, say],
  );
}
