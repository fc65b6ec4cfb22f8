import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { draftIsKept, draftsQuery } from "../../api/queries";
import type { KeptDraft, Paper, Zone } from "../../api/types";
import { outlives } from "../../app/hooks/autosave";
import { takeBegun } from "../../app/parts/arrangeWith";
import { useAutosave } from "../../app/hooks/useAutosave";
import { begunDraft, changedDraft, freshDraft, readDraft, saysSomething, type Draft } from "./draft";

interface Open {
  /** Undefined until it was first kept. */
  id: string | undefined;
  draft: Draft;
  papers: Paper[];
}

/**
 * The meeting that is being written, kept on the server as it is typed.
 * @param usual The id of whoever organises where nobody is said.
 */
export function useDraft(viewerZone: Zone, now: number, kept: KeptDraft[], usual: string) {
  const queries = useQueryClient();
  const [begun] = useState(() => begin(kept, viewerZone, now, usual));
  const [open, setOpen] = useState<Open>(begun.open);
  const latest = useRef(open);
  const version = useRef(kept.find((d) => d.id === open.id)?.version ?? 0);
  /** The papers with which a draft begins: those of a saved meeting, or of the draft that another window went on with. */
  const papersOf = useRef(begun.touched ? begun.open.draft.saved : undefined);

  const show = useCallback((next: Open) => {
    latest.current = next;
    setOpen(next);
  }, []);

  /** What stands is kept; from the first time on the draft has an id. */
  const send = async () => {
    const { id, draft } = latest.current;
    const body = {
      version: version.current,
      parts: JSON.stringify(draft),
      papersOf: id === undefined ? (papersOf.current ?? null) : null,
    };
    const made =
      id === undefined
        ? await ask(client.POST("/api/drafts", { body, ...outlives(body) }))
        : await ask(client.PUT("/api/drafts/{id}", { params: { path: { id } }, body, ...outlives(body) }));
    if (latest.current.id !== id) return;
    version.current = made.version;
    show({ ...latest.current, id: made.id, papers: made.papers });
    queries.setQueryData(draftsQuery.queryKey, (all) => [made, ...(all ?? []).filter((d) => d.id !== made.id)]);
  };
  const { keeping, save } = useAutosave(send, [409, 404], draftIsKept);

  const change = useCallback(
    (part: Partial<Draft>) => {
      show({ ...latest.current, draft: changedDraft(latest.current.draft, part) });
      if (saysSomething(latest.current.draft) || latest.current.id !== undefined) save.touch();
    },
    [save, show],
  );

  // What was begun elsewhere is kept at once.
  useEffect(() => {
    if (begun.touched) void save.keep(true);
  }, [begun, save]);

  /** Everything typed is on the server; what waits is sent first, and what was never kept with `begin`. */
  const mustKeep = useCallback(
    async (begin = false) => {
      await save.keep(begin && !save.isElsewhere);
      if (save.isElsewhere)
        throw new Problem(
          "Changed in another window. Use that version, or save yours as a copy, first.",
          "corlin:changed-since",
          409,
          undefined,
        );
      if (save.waits) throw new Problem("What you typed could not be saved yet. It stays here; try again.", "corlin:offline", 0, undefined);
    },
    [save],
  );

  const turn = useCallback(
    (next: KeptDraft | undefined) => {
      papersOf.current = undefined;
      version.current = next?.version ?? 0;
      save.drop();
      const fresh = freshDraft(viewerZone, now);
      show(next ? { id: next.id, draft: readDraft(next.parts, fresh), papers: next.papers } : { id: undefined, draft: fresh, papers: [] });
    },
    [now, save, show, viewerZone],
  );

  /** Another is written from now on; this one is kept. */
  const turnTo = useCallback(
    async (next: KeptDraft | undefined) => {
      await mustKeep();
      turn(next);
    },
    [mustKeep, turn],
  );

  /** It became a meeting: nothing of it is kept any more. */
  const finish = useCallback(() => {
    save.drop();
    const { id } = latest.current;
    queries.setQueryData(draftsQuery.queryKey, (all) => (all ?? []).filter((d) => d.id !== id));
  }, [queries, save]);

  /** The draft has an id and everything typed is on the server. */
  const settle = useCallback(async () => {
    await mustKeep(latest.current.id === undefined);
    return latest.current.id;
  }, [mustKeep]);

  const setPapers = useCallback((papers: Paper[]) => show({ ...latest.current, papers }), [show]);

  /** What another window kept under the same id is taken up, or mine goes on under one of its own. */
  const resolve = useCallback(
    async (which: "theirs" | "mine") => {
      if (which === "theirs") {
        const all = await queries.fetchQuery({ ...draftsQuery, staleTime: 0 });
        return turn(all.find((d) => d.id === latest.current.id));
      }
      papersOf.current = latest.current.id;
      show({ ...latest.current, id: undefined });
      version.current = 0;
      await save.keep(true);
      // What the other window kept stands among the others.
      await queries.invalidateQueries({ queryKey: draftsQuery.queryKey });
    },
    [queries, save, show, turn],
  );

  const keep = useCallback(() => save.keep(), [save]);
  return { ...open, keeping, change, keep, turnTo, finish, settle, setPapers, resolve };
}

/** What was begun elsewhere, or the one that was written last. */
function begin(kept: KeptDraft[], viewerZone: Zone, now: number, usual: string): { open: Open; touched: boolean } {
  const fresh = freshDraft(viewerZone, now);
  const openOf = (draft: KeptDraft): Open => ({ id: draft.id, draft: readDraft(draft.parts, fresh), papers: draft.papers });
  const begun = takeBegun();
  if (begun && "draft" in begun) return { open: openOf(kept.find((d) => d.id === begun.draft.id) ?? begun.draft), touched: false };
  if (begun) {
    const draft = begunDraft(begun, viewerZone, now, usual);
    // One that was saved may be open already.
    const same = kept.find((d) => draft.saved !== undefined && readDraft(d.parts, fresh).saved === draft.saved);
    return same ? { open: openOf(same), touched: false } : { open: { id: undefined, draft, papers: [] }, touched: true };
  }
  return { open: kept[0] ? openOf(kept[0]) : { id: undefined, draft: fresh, papers: [] }, touched: false };
}
