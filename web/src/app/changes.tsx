import { useQueryClient } from "@tanstack/react-query";
import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { ask, client, problemOf } from "../api/client";
import { actsQuery } from "../api/queries";
import type { LastAct, WayBack } from "../api/types";
import { useKeys } from "./keys";

const undoSeconds = 10;

const lowerFirst = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

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
  /** The changes of the act, where it can be undone. */
  changes?: number[] | undefined;
  left: number;
  wrong: boolean;
  wayOn?: WayOn | undefined;
}

interface ChangesState {
  done: Done | undefined;
  /** Says what was done; with the change's number, or those of one act, it can be undone. */
  say: (words: string, change?: number | number[]) => void;
  /** Says what was not done, and why. */
  fail: (error: unknown) => void;
  /** Says the same, with a way on beside it until something else is said. */
  offer: (error: unknown, wayOn: WayOn) => void;
  /** Says what a change did with its undo, or why it was not made, and reads the calendars again. */
  run: <T extends Made>(call: Promise<T>, words: string | ((made: T) => string)) => void;
  /** Takes one act back, or does it again. */
  takeBack: (changes: number[], words: string) => void;
  /** Goes back to what a meeting was before a change of which people were told. */
  turnBack: (back: WayBack) => void;
  undo: () => void;
  redo: () => void;
}

const Changes = createContext<ChangesState | undefined>(undefined);

/** What was done last stands at the foot with its undo. What can be undone the server knows, so that it outlives the page. */
export function ChangesProvider({ children }: { children: ReactNode }) {
  const [done, setDone] = useState<Done>();
  const queries = useQueryClient();
  const show = useCallback(
    (what: Omit<Done, "id" | "left" | "wrong">, wrong = false) => setDone({ id: Date.now(), left: undoSeconds, wrong, ...what }),
    [],
  );
  const say = useCallback(
    (words: string, change?: number | number[]) => show({ words, changes: change === undefined ? undefined : [change].flat() }),
    [show],
  );
  const offer = useCallback((error: unknown, wayOn?: WayOn) => show({ words: problemOf(error).message, wayOn }, true), [show]);
  const fail = useCallback((error: unknown) => offer(error), [offer]);
  const readAgain = useCallback(() => void queries.invalidateQueries({ queryKey: ["calendars"] }), [queries]);
  const run = useCallback(
    <T extends Made>(call: Promise<T>, words: string | ((made: T) => string)) => {
      call
        .then((made) => say(typeof words === "string" ? words : words(made), "changes" in made ? made.changes : made.change))
        .catch(fail)
        .finally(readAgain);
    },
    [fail, readAgain, say],
  );
  const takeBack = useCallback(
    (changes: number[], words: string) => {
      ask(client.POST("/api/changes/undo", { body: { changes } }))
        .then(() => show({ words }))
        .catch(fail)
        .finally(readAgain);
    },
    [fail, readAgain, show],
  );
  const turnBack = useCallback(
    (back: WayBack) =>
      run(ask(client.POST("/api/changes/{id}/back", { params: { path: { id: back.change } } })), `Done: ${lowerFirst(back.words)}.`),
    [run],
  );
  const last = useCallback(
    (which: "undo" | "redo", then: (act: LastAct) => void) => {
      queries
        .fetchQuery({ ...actsQuery, staleTime: 0 })
        .then((acts) => {
          const act = acts[which];
          if (!act)
            show({
              words:
                which === "undo" ? "Nothing that you did in the last day can be undone." : "Nothing was undone that could be done again.",
            });
          else if (!act.whyNot) then(act);
          else {
            const { back } = act;
            show(
              { words: `You ${act.words}. ${act.whyNot}`, wayOn: back ? { words: back.words, go: () => turnBack(back) } : undefined },
              true,
            );
          }
        })
        .catch(fail);
    },
    [fail, queries, show, turnBack],
  );
  const justDone = done?.changes;
  const undo = useCallback(() => {
    if (justDone) takeBack(justDone, "Undone. Nothing was sent.");
    else last("undo", (act) => takeBack(act.changes, `Undone: you ${act.words}.`));
  }, [justDone, last, takeBack]);
  const redo = useCallback(() => last("redo", (act) => takeBack(act.changes, `Done again: you ${act.words}.`)), [last, takeBack]);

  const id = done?.id;
  useEffect(() => {
    if (id === undefined) return;
    const timer = setInterval(() => setDone((d) => (d && (d.left > 1 || d.wayOn) ? { ...d, left: d.left - 1 } : undefined)), 1000);
    return () => clearInterval(timer);
  }, [id]);

  useKeys({ z: undo, "Ctrl+z": undo, y: redo, "Ctrl+y": redo, "Ctrl+Shift+z": redo });
  const value = useMemo(
    () => ({ done, say, fail, offer, run, takeBack, turnBack, undo, redo }),
    [done, say, fail, offer, run, takeBack, turnBack, undo, redo],
  );
  return <Changes value={value}>{children}</Changes>;
}

export function useChanges(): ChangesState {
  const state = use(Changes);
  if (!state) throw new Error("Changes are used outside their provider.");
  return state;
}
