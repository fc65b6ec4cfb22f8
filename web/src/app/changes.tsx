import { useQueryClient } from "@tanstack/react-query";
import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { ask, client, Problem } from "../api/client";
import { useKeys } from "./keys";

const undoSeconds = 10;

interface Done {
  id: number;
  words: string;
  change: number | undefined;
  left: number;
  wrong: boolean;
}

interface ChangesState {
  done: Done | undefined;
  /** Says what was done; with the change's number it can be undone for ten seconds. */
  say: (words: string, change?: number) => void;
  /** Says what was not done, and why. */
  fail: (error: unknown) => void;
  /** Says what a change did with its undo, or why it was not made, and reads the calendars again. */
  run: (call: Promise<{ change: number }>, words: string) => void;
  undo: () => void;
}

const Changes = createContext<ChangesState | undefined>(undefined);

/** What was done last stands at the foot with its undo, until it has been sent. */
export function ChangesProvider({ children }: { children: ReactNode }) {
  const [done, setDone] = useState<Done>();
  const queries = useQueryClient();
  const say = useCallback(
    (words: string, change?: number) => setDone({ id: Date.now(), words, change, left: undoSeconds, wrong: false }),
    [],
  );
  const fail = useCallback(
    (error: unknown) =>
      setDone({
        id: Date.now(),
        words: error instanceof Problem ? error.message : "Something went wrong; nothing was changed.",
        change: undefined,
        left: undoSeconds,
        wrong: true,
      }),
    [],
  );
  const run = useCallback(
    (call: Promise<{ change: number }>, words: string) => {
      call
        .then((made) => say(words, made.change))
        .catch(fail)
        .finally(() => void queries.invalidateQueries({ queryKey: ["calendars"] }));
    },
    [fail, queries, say],
  );
  const undo = useCallback(() => {
    if (done?.change === undefined) return;
    ask(client.POST("/api/changes/{id}/undo", { params: { path: { id: done.change } } }))
      .then(() => say("Undone. Nothing was sent."))
      .catch(fail)
      .finally(() => void queries.invalidateQueries({ queryKey: ["calendars"] }));
  }, [done, fail, queries, say]);

  const id = done?.id;
  useEffect(() => {
    if (id === undefined) return;
    const timer = setInterval(() => setDone((d) => (d && d.left > 1 ? { ...d, left: d.left - 1 } : undefined)), 1000);
    return () => clearInterval(timer);
  }, [id]);

  useKeys({ z: undo, "Ctrl+z": undo });
  const value = useMemo(() => ({ done, say, fail, run, undo }), [done, say, fail, run, undo]);
  return <Changes value={value}>{children}</Changes>;
}

export function useChanges(): ChangesState {
  const state = use(Changes);
  if (!state) throw new Error("Changes are used outside their provider.");
  return state;
}
