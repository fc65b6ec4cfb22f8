import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client, Problem } from "../../../api/client";
import { notesQuery } from "../../../api/queries";
import type { Notes, NotesOn, Person } from "../../../api/types";
import { htmlOf } from "../../../sentence/RichText";

/** What is typed is kept so long after the last letter. */
const rests = 800;

/** What is sent outlives the page only up to this. */
const mostOnLeaving = 60_000;

/** What could not be kept is tried again after so long. */
const again = 5_000;

export interface Task {
  /** Tells it from the others before it has an id. */
  key: string;
  id: string | null;
  words: string;
  owner: Person | null;
  due: string;
}

export interface Written {
  html: string;
  tasks: Task[];
}

export type Keeping = "kept" | "keeping" | "not kept" | "elsewhere";

let keys = 0;
export const newTask = (words: string): Task => ({ key: `task-${++keys}`, id: null, words, owner: null, due: "" });

function writtenOf(notes: NotesOn | null): Written {
  return {
    html: htmlOf(notes?.styled ?? null, notes?.text ?? null),
    tasks: (notes?.tasks ?? []).map((t) => ({
      key: t.id,
      id: t.id,
      words: t.words,
      owner: t.owner,
      due: t.due ?? "",
    })),
  };
}

/** The notes of a lane, kept on the server as they are typed. */
export function useKeptNotes(entry: string, lane: string, occurrence: string | null, stand: NotesOn | null) {
  const queries = useQueryClient();
  const [written, setWritten] = useState(() => writtenOf(stand));
  const [keeping, setKeeping] = useState<Keeping>("kept");
  /** Another text to begin with: what somebody else wrote meanwhile. */
  const [begun, setBegun] = useState(0);
  const [tries, setTries] = useState(0);
  const latest = useRef(written);
  const version = useRef(stand?.version ?? 0);
  const unkept = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const underWay = useRef<Promise<unknown>>(Promise.resolve());

  const show = useCallback((next: Written) => {
    latest.current = next;
    setWritten(next);
  }, []);

  const keep = useCallback((): Promise<unknown> => {
    clearTimeout(timer.current);
    if (!unkept.current) return underWay.current;
    unkept.current = false;
    const send = async () => {
      const { html, tasks } = latest.current;
      const sent = tasks.filter((t) => t.words.trim() !== "");
      try {
        const body = {
          lane,
          occurrence,
          version: version.current,
          text: html,
          tasks: sent.map((t) => ({ id: t.id, words: t.words, owner: t.owner?.id ?? null, due: t.due || null })),
        };
        // What is on its way when the page is left arrives too.
        const options = JSON.stringify(body).length < mostOnLeaving ? { keepalive: true } : {};
        const made: Notes = await ask(client.PUT("/api/entries/{id}/notes", { params: { path: { id: entry } }, body, ...options }));
        version.current = made.own?.version ?? version.current;
        // What was new has its id from now on.
        const ids = new Map(sent.map((t, i) => [t.key, made.own?.tasks[i]?.id ?? null]));
        show({ ...latest.current, tasks: latest.current.tasks.map((t) => ({ ...t, id: t.id ?? ids.get(t.key) ?? null })) });
        queries.setQueryData(notesQuery(entry, lane, occurrence).queryKey, made);
        if (!unkept.current) setKeeping("kept");
      } catch (e) {
        unkept.current = true;
        const elsewhere = e instanceof Problem && e.status === 409;
        setKeeping(elsewhere ? "elsewhere" : "not kept");
        if (!elsewhere) setTries((t) => t + 1);
      }
    };
    underWay.current = underWay.current.then(send);
    return underWay.current;
  }, [entry, lane, occurrence, queries, show]);

  const edit = useCallback(
    (part: Partial<Written>) => {
      show({ ...latest.current, ...part });
      unkept.current = true;
      setKeeping((k) => (k === "elsewhere" ? k : "keeping"));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void keep(), rests);
    },
    [keep, show],
  );

  /** What stands on the server takes the place of what is written here. */
  const takeUp = useCallback(
    (notes: NotesOn | null) => {
      clearTimeout(timer.current);
      unkept.current = false;
      version.current = notes?.version ?? 0;
      show(writtenOf(notes));
      setKeeping("kept");
      setBegun((b) => b + 1);
    },
    [show],
  );

  // Where nothing waits here, what another wrote meanwhile is shown at once.
  useEffect(() => {
    if (stand && stand.version > version.current && !unkept.current && keeping === "kept") takeUp(stand);
  }, [stand, keeping, takeUp]);

  useEffect(() => {
    const leave = () => void keep();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [keep]);

  useEffect(() => {
    if (tries > 0) timer.current = setTimeout(() => void keep(), again);
  }, [tries, keep]);

  /** What is written here is kept over what another wrote. */
  const keepOver = useCallback(
    (notes: NotesOn | null) => {
      version.current = notes?.version ?? 0;
      unkept.current = true;
      void keep();
    },
    [keep],
  );

  return { written, keeping, begun, edit, keep, takeUp, keepOver };
}
