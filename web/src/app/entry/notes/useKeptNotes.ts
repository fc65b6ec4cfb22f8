import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client } from "../../../api/client";
import { notesQuery } from "../../../api/queries";
import type { Notes, NotesOn, Person } from "../../../api/types";
import { outlives } from "../../hooks/autosave";
import { useAutosave } from "../../hooks/useAutosave";
import { htmlOf } from "../../../sentence/RichText";

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
  /** Another text to begin with: what somebody else wrote meanwhile. */
  const [begun, setBegun] = useState(0);
  const latest = useRef(written);
  const version = useRef(stand?.version ?? 0);

  const show = useCallback((next: Written) => {
    latest.current = next;
    setWritten(next);
  }, []);

  const send = async () => {
    const { html, tasks } = latest.current;
    const sent = tasks.filter((t) => t.words.trim() !== "");
    const body = {
      lane,
      occurrence,
      version: version.current,
      text: html,
      tasks: sent.map((t) => ({ id: t.id, words: t.words, owner: t.owner?.id ?? null, due: t.due || null })),
    };
    const made: Notes = await ask(client.PUT("/api/entries/{id}/notes", { params: { path: { id: entry } }, body, ...outlives(body) }));
    version.current = made.own?.version ?? version.current;
    // What was new has its id from now on.
    const ids = new Map(sent.map((t, i) => [t.key, made.own?.tasks[i]?.id ?? null]));
    show({ ...latest.current, tasks: latest.current.tasks.map((t) => ({ ...t, id: t.id ?? ids.get(t.key) ?? null })) });
    queries.setQueryData(notesQuery(entry, lane, occurrence).queryKey, made);
  };
  const { keeping, save } = useAutosave(send, [409]);

  const edit = useCallback(
    (part: Partial<Written>) => {
      show({ ...latest.current, ...part });
      save.touch();
    },
    [save, show],
  );

  /** What stands on the server takes the place of what is written here. */
  const takeUp = useCallback(
    (notes: NotesOn | null) => {
      version.current = notes?.version ?? 0;
      show(writtenOf(notes));
      save.drop();
      setBegun((b) => b + 1);
    },
    [save, show],
  );

  // Where nothing waits here, what another wrote meanwhile is shown at once.
  useEffect(() => {
    if (stand && stand.version > version.current && !save.waits && keeping === "kept") takeUp(stand);
  }, [stand, keeping, save, takeUp]);

  /** What is written here is kept over what another wrote. */
  const keepOver = useCallback(
    (notes: NotesOn | null) => {
      version.current = notes?.version ?? 0;
      void save.keep(true);
    },
    [save],
  );

  const keep = useCallback(() => save.keep(), [save]);
  return { written, keeping, begun, edit, keep, takeUp, keepOver };
}
