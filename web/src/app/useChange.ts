import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { problemOf, type Problem } from "../api/client";
import { useChanges, type Made } from "./changes";

interface FormChange {
  /** It is on its way. */
  busy: boolean;
  /** Why it was not made, for the form to say. */
  problem: Problem | undefined;
  /** Makes it, unless one is on its way already; what follows, follows only when it was made. */
  make: <T extends Made>(call: () => Promise<T>, words: string | ((made: T) => string), made?: (made: T) => void) => void;
}

/** The change of a form, which stays open with what was typed until the change is made; where nobody says why it was not, `otherwise` does. */
export function useChange(otherwise?: string): FormChange {
  const { say } = useChanges();
  const queries = useQueryClient();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  // A second press comes before the first is drawn.
  const going = useRef(false);
  return {
    busy,
    problem,
    make: (call, words, made) => {
      if (going.current) return;
      going.current = true;
      setBusy(true);
      setProblem(undefined);
      call()
        .then((done) => {
          say(typeof words === "string" ? words : words(done), "changes" in done ? done.changes : done.change);
          made?.(done);
        })
        .catch((e: unknown) => setProblem(problemOf(e, otherwise)))
        .finally(() => {
          going.current = false;
          setBusy(false);
          void queries.invalidateQueries({ queryKey: ["calendars"] });
        });
    },
  };
}
