import { useQueryClient } from "@tanstack/react-query";
import { createContext, use, useCallback, useEffect, useMemo, useState, type ReactNode } from "react";
import { ask, client, problemOf } from "../../api/client";
import { readAnew } from "../../api/fresh";
import { actsQuery, draftsQuery } from "../../api/queries";
import type { LastAct, WayBack } from "../../api/types";
import { useKeys } from "../keys";

const undoSeconds = 10;

const lowerFirst = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

/** What can be done about a refusal, with the words of its button. */
export interface WayOn {
  words: string;
  go: () => void;
}

/** The changes of an act by what its call gave, where it can be undone. */
function changesOf(made: unknown): number[] | undefined {
  if (typeof made !== "object" || made === null) return undefined;
  if ("changes" in made && Array.isArray(made.changes)) return made.changes as number[];
  return "change" in made && typeof made.change === "number" ? [made.change] : undefined;
}

/** What a change did, in words. */
export type Words<T> = string | ((made: T) => string);

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
  /** Says something with a way on beside it; nothing was done yet. */
  ask: (words: string, wayOn: WayOn) => void;
  /** Says what a change did with its undo, does what follows, and reads the calendars again; it rejects where the change was not made. */
  make: <T>(call: Promise<T>, words: Words<T> | undefined, made?: (made: T) => void) => Promise<void>;
  /** The same for what is no form: why it was not made is said at the foot. Without words what it does is seen where it is done. */
  run: <T>(call: Promise<T>, words?: Words<T>) => void;
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
  const askFirst = useCallback((words: string, wayOn: WayOn) => show({ words, wayOn }), [show]);
  const fail = useCallback((error: unknown) => offer(error), [offer]);
  // What a change closes is off the screen before anything is read again, so that nothing asks for what it showed.
  const [reads, setReads] = useState(0);
  const readAgain = useCallback(() => setReads((n) => n + 1), []);
  useEffect(() => {
    if (reads > 0) void readAnew();
  }, [reads]);
  const make = useCallback(
    <T,>(call: Promise<T>, words: Words<T> | undefined, made?: (made: T) => void) =>
      call
        .then((done) => {
          if (words !== undefined) say(typeof words === "function" ? (words as (made: T) => string)(done) : words, changesOf(done));
          made?.(done);
        })
        .finally(readAgain),
    [readAgain, say],
  );
  const run = useCallback(<T,>(call: Promise<T>, words?: Words<T>) => void make(call, words).catch(fail), [fail, make]);
  const takeBack = useCallback(
    (changes: number[], words: string) => {
      ask(client.POST("/api/changes/undo", { body: { changes } }))
        .then(() => {
          show({ words });
          // What was sent and is taken back is being written again.
          void queries.invalidateQueries({ queryKey: draftsQuery.queryKey });
        })
        .catch(fail)
        .finally(readAgain);
    },
    [fail, queries, readAgain, show],
  );
  const turnBack = useCallback(
    (back: WayBack) =>
      run(ask(client.POST("/api/changes/{id}/back", { params: { path: { id: back.change } } })), `Done: ${lowerFirst(back.words)}.`),
    [run],
  );
  const last = useCallback(
    (which: "undo" | "redo", then: (act: LastAct) => void) => {
      // What is under way may have been read before the last undo: that change would be taken back once more.
      queries
        .cancelQueries({ queryKey: actsQuery.queryKey })
        .then(() => queries.fetchQuery({ ...actsQuery, staleTime: 0 }))
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
  const redo = useCallback(() => last("redo", (act) => takeBack(act.changes, `Redone: you ${act.words}.`)), [last, takeBack]);

  const id = done?.id;
  useEffect(() => {
    if (id === undefined) return;
    const timer = setInterval(() => setDone((d) => (d && (d.left > 1 || d.wayOn) ? { ...d, left: d.left - 1 } : undefined)), 1000);
    return () => clearInterval(timer);
  }, [id]);

  useKeys({ z: undo, "Ctrl+z": undo, y: redo, "Ctrl+y": redo, "Ctrl+Shift+z": redo });
  const value = useMemo(
    () => ({ done, say, fail, offer, ask: askFirst, make, run, takeBack, turnBack, undo, redo }),
    [done, say, fail, offer, askFirst, make, run, takeBack, turnBack, undo, redo],
  );
  return <Changes value={value}>{children}</Changes>;
}

export function useChanges(): ChangesState {
  const state = use(Changes);
  if (!state) throw new Error("Changes are used outside their provider.");
  return state;
}
