import { useRef, useState } from "react";
import { problemOf, type Problem } from "../../api/client";
import { useChanges, type Words } from "./changes";

interface FormChange {
  /** It is on its way. */
  busy: boolean;
  /** Why it was not made, for the form to say. */
  problem: Problem | undefined;
  /** What is changed in the form is not refused yet. */
  clear: () => void;
  /** Makes it, unless one is on its way already; what follows, follows only when it was made. */
  make: <T>(call: () => Promise<T>, words: Words<T> | undefined, made?: (made: T) => void) => void;
}

/** The change of a form, which stays open with what was typed until the change is made; where nobody says why it was not, `otherwise` does. */
export function useChange(otherwise?: string): FormChange {
  const changes = useChanges();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  // A second press comes before the first is drawn.
  const going = useRef(false);
  return {
    busy,
    problem,
    clear: () => setProblem(undefined),
    make: (call, words, made) => {
      if (going.current) return;
      going.current = true;
      setBusy(true);
      setProblem(undefined);
      changes
        .make(call(), words, made)
        .catch((e: unknown) => setProblem(problemOf(e, otherwise)))
        .finally(() => {
          going.current = false;
          setBusy(false);
        });
    },
  };
}
