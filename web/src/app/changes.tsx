import { useQueryClient } from "@tanstack/react-query";
import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { ask, client, problemOf } from "../api/client";
import { useKeys } from "./keys";

const undoSeconds = 10;

/** What can be done about a refusal, with the words of its button. */
export interface WayOn {
  words: string;
  go: () => void;
}

/** What a call gives with which it can be undone: a change, or those of one act. */
export type Made = { change: number } | { changes: number[] };

interface Done {
  id: number;
  words: string;
  undoable: boolean;
  left: number;
  wrong: boolean;
  wayOn?: WayOn | undefined;
}

interface ChangesState {
  done: Done | undefined;
  /** Says what was done; with the change's number, or those of one act, it can be undone for ten seconds. */
  say: (words: string, change?: number | number[]) => void;
  /** Says what was not done, and why. */
  fail: (error: unknown) => void;
  /** Says the same, with a way on beside it until something else is said. */
  offer: (error: unknown, wayOn: WayOn) => void;
  /** Says what a change did with its undo, or why it was not made, and reads the calendars again. */
  run: <T extends Made>(call: Promise<T>, words: string | ((made: T) => string)) => void;
  undo: () => void;
  redo: () => void;
  /** Whether what was taken back last can be done again. */
  canRedo: boolean;
}

const Changes = createContext<ChangesState | undefined>(undefined);

/** What was done last stands at the foot with its undo, until it has been sent. */
export function ChangesProvider({ children }: { children: ReactNode }) {
  const [done, setDone] = useState<Done>();
  // The numbers of the changes that can be taken back, act by act, and of the undos that can be taken back in turn.
  const [past, setPast] = useState<number[][]>([]);
  const [future, setFuture] = useState<number[][]>([]);
  const queries = useQueryClient();
  const say = useCallback((words: string, change?: number | number[]) => {
    setDone({ id: Date.now(), words, undoable: change !== undefined, left: undoSeconds, wrong: false });
    if (change === undefined) return;
    setPast((p) => [...p.slice(-49), [change].flat()]);
    setFuture([]);
  }, []);
  const offer = useCallback(
    (error: unknown, wayOn?: WayOn) =>
      setDone({
        id: Date.now(),
        words: problemOf(error).message,
        undoable: false,
        left: undoSeconds,
        wrong: true,
        wayOn,
      }),
    [],
  );
  const fail = useCallback((error: unknown) => offer(error), [offer]);
  const run = useCallback(
    <T extends Made>(call: Promise<T>, words: string | ((made: T) => string)) => {
      call
        .then((made) => say(typeof words === "string" ? words : words(made), "changes" in made ? made.changes : made.change))
        .catch(fail)
        .finally(() => void queries.invalidateQueries({ queryKey: ["calendars"] }));
    },
    [fail, queries, say],
  );
  /** Takes an act back, whether one or the undo of one: all of its changes or none. */
  const takeBack = useCallback(
    (changes: number[], then: (undos: number[]) => void) => {
      ask(client.POST("/api/changes/undo", { body: { changes } }))
        .then((undone) => then(undone.changes.toReversed()))
        .catch(fail)
        .finally(() => void queries.invalidateQueries({ queryKey: ["calendars"] }));
    },
    [fail, queries],
  );
  const undo = useCallback(() => {
    const change = past.at(-1);
    if (change === undefined) return;
    setPast((p) => p.slice(0, -1));
    takeBack(change, (undone) => {
      setFuture((f) => [...f, undone]);
      say("Undone. Nothing was sent.");
    });
  }, [past, say, takeBack]);
  const redo = useCallback(() => {
    const undone = future.at(-1);
    if (undone === undefined) return;
    setFuture((f) => f.slice(0, -1));
    takeBack(undone, (change) => {
      setPast((p) => [...p, change]);
      setDone({ id: Date.now(), words: "Done again.", undoable: true, left: undoSeconds, wrong: false });
    });
  }, [future, takeBack]);
  const canRedo = future.length > 0;

  const id = done?.id;
  useEffect(() => {
    if (id === undefined) return;
    const timer = setInterval(() => setDone((d) => (d && (d.left > 1 || d.wayOn) ? { ...d, left: d.left - 1 } : undefined)), 1000);
    return () => clearInterval(timer);
  }, [id]);

  useKeys({ z: undo, "Ctrl+z": undo, y: redo, "Ctrl+y": redo });
  const value = useMemo(() => ({ done, say, fail, offer, run, undo, redo, canRedo }), [done, say, fail, offer, run, undo, redo, canRedo]);
  return <Changes value={value}>{children}</Changes>;
}

export function useChanges(): ChangesState {
  const state = use(Changes);
  if (!state) throw new Error("Changes are used outside their provider.");
  return state;
}
