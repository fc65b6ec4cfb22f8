import { useCallback } from "react";
import { giveAnswer, type Answering, type GivenAnswer } from "../../api/answer";
import { problemOf } from "../../api/client";
import { useChanges } from "./changes";

const anyway: Record<GivenAnswer, string> = {
  accepted: "Accept all the same",
  tentative: "Say tentative all the same",
  declined: "Decline all the same",
};

/** Answers an invitation; where somebody else gave another answer meanwhile or before, it is said, and only then given all the same. */
export function useAnswer() {
  const { make, fail, offer } = useChanges();
  return useCallback(
    (what: Answering, answer: GivenAnswer, words: string, onDone?: () => void) => {
      const give = (allTheSame: boolean) => {
        // What is closed by it is gone before anything is read again: a declined invitation is nothing to be read any more.
        make(giveAnswer(what, answer, allTheSame), words, onDone).catch((error: unknown) => {
          const otherwise = problemOf(error).type === "corlin:answered-otherwise";
          if (otherwise) offer(error, { words: anyway[answer], go: () => give(true) });
          else fail(error);
        });
      };
      give(false);
    },
    [fail, make, offer],
  );
}
