import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { draftIsKept, draftsQuery } from "../../api/queries";
import type { KeptDraft, Paper, Zone } from "../../api/types";
import { takeBegun } from "../../app/arrangeWith";
import { begunDraft, freshDraft, readDraft, saysSomething, type Draft } from "./draft";

/** What is typed is kept so long after the last letter. */
const rests = 500;

/** What could not be kept is tried again after so long. */
const again = 5_000;

/** What is sent outlives the page only up to this. */
const mostOnLeaving = 60_000;

export type Keeping = "kept" | "keeping" | "not kept" | "elsewhere";

interface Open {
  /** Undefined until it was first kept. */
  id: string | undefined;
  draft: Draft;
  papers: Paper[];
}

/** The meeting that is being written, kept on the server as it is typed. */
export function useDraft(viewerZone: Zone, now: number, kept: KeptDraft[]) {
  const queries = useQueryClient();
  const [begun] = useState(() => begin(kept, viewerZone, now));
  const [open, setOpen] = useState<Open>(begun.open);
  const [keeping, setKeeping] = useState<Keeping>("kept");
  const latest = useRef(open);
  const version = useRef(kept.find((d) => d.id === open.id)?.version ?? 0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const underWay = useRef<Promise<unknown>>(Promise.resolve());
  /** What was typed and is not yet on its way. */
  const unkept = useRef(begun.touched);
  /** The papers with which a draft begins: those of a saved meeting, or of the draft that another window went on with. */
  const papersOf = useRef(begun.touched ? begun.open.draft.saved : undefined);
  const elsewhere = useRef(false);
  const [tries, setTries] = useState(0);

  const show = useCallback((next: Open) => {
    latest.current = next;
    setOpen(next);
  }, []);

  /** Keeps what stands, one keeping after the other; in the end the draft has an id. */
  const keep = useCallback((): Promise<unknown> => {
    clearTimeout(timer.current);
    if (!unkept.current) return underWay.current;
    unkept.current = false;
    const send = async () => {
      const { id, draft } = latest.current;
      const body = {
        version: version.current,
        parts: JSON.stringify(draft),
        papersOf: id === undefined ? (papersOf.current ?? null) : null,
      };
      // What is on its way when the page is left arrives too.
      const options = body.parts.length < mostOnLeaving ? { keepalive: true } : {};
      try {
        const made =
          id === undefined
            ? await ask(client.POST("/api/drafts", { body, ...options }))
            : await ask(client.PUT("/api/drafts/{id}", { params: { path: { id } }, body, ...options }));
        if (latest.current.id !== id) return;
        version.current = made.version;
        show({ ...latest.current, id: made.id, papers: made.papers });
        queries.setQueryData(draftsQuery.queryKey, (all) => [made, ...(all ?? []).filter((d) => d.id !== made.id)]);
        if (!unkept.current) setKeeping("kept");
      } catch (e) {
        elsewhere.current = e instanceof Problem && (e.status === 409 || e.status === 404);
        setKeeping(elsewhere.current ? "elsewhere" : "not kept");
        if (elsewhere.current) return;
        unkept.current = true;
        setTries((t) => t + 1);
      }
    };
    underWay.current = underWay.current.then(send);
    draftIsKept(underWay.current);
    return underWay.current;
  }, [queries, show]);

  const change = useCallback(
    (part: Partial<Draft>) => {
      show({ ...latest.current, draft: { ...latest.current.draft, ...part } });
      if (!saysSomething(latest.current.draft) && latest.current.id === undefined) return;
      unkept.current = true;
      setKeeping((k) => (k === "elsewhere" ? k : "keeping"));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void keep(), rests);
    },
    [keep, show],
  );

  useEffect(() => {
    if (unkept.current) void keep();
    const leave = () => void keep();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [keep]);

  useEffect(() => {
    if (tries === 0) return;
    const next = setTimeout(() => void keep(), again);
    return () => clearTimeout(next);
  }, [tries, keep]);

  /** Everything typed is on the server. */
  const mustKeep = useCallback(async () => {
    await keep();
    if (elsewhere.current)
      throw new Problem(
        "This is written on in another window. Take that up, or keep yours beside it, first.",
        "corlin:changed-since",
        409,
        undefined,
      );
    if (unkept.current)
      throw new Problem("What you typed could not be kept yet. It stands here; try again.", "corlin:offline", 0, undefined);
  }, [keep]);

  const turn = useCallback(
    (next: KeptDraft | undefined) => {
      elsewhere.current = false;
      papersOf.current = undefined;
      version.current = next?.version ?? 0;
      setKeeping("kept");
      const fresh = freshDraft(viewerZone, now);
      show(next ? { id: next.id, draft: readDraft(next.parts, fresh), papers: next.papers } : { id: undefined, draft: fresh, papers: [] });
    },
    [now, show, viewerZone],
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
    clearTimeout(timer.current);
    unkept.current = false;
    const { id } = latest.current;
    queries.setQueryData(draftsQuery.queryKey, (all) => (all ?? []).filter((d) => d.id !== id));
  }, [queries]);

  /** The draft has an id and everything typed is on the server. */
  const settle = useCallback(async () => {
    if (latest.current.id === undefined) unkept.current = true;
    await mustKeep();
    return latest.current.id;
  }, [mustKeep]);

  const setPapers = useCallback((papers: Paper[]) => show({ ...latest.current, papers }), [show]);

  /** What another window kept under the same id is taken up, or mine goes on under one of its own. */
  const resolve = useCallback(
    async (which: "theirs" | "mine") => {
      unkept.current = false;
      if (which === "theirs") {
        const all = await queries.fetchQuery({ ...draftsQuery, staleTime: 0 });
        return turn(all.find((d) => d.id === latest.current.id));
      }
      elsewhere.current = false;
      papersOf.current = latest.current.id;
      show({ ...latest.current, id: undefined });
      version.current = 0;
      unkept.current = true;
      setKeeping("keeping");
      await keep();
      // What the other window kept stands among the others.
      await queries.invalidateQueries({ queryKey: draftsQuery.queryKey });
    },
    [keep, queries, show, turn],
  );

  return { ...open, keeping, change, keep, turnTo, finish, settle, setPapers, resolve };
}

/** What was begun elsewhere, or the one that was written last. */
function begin(kept: KeptDraft[], viewerZone: Zone, now: number): { open: Open; touched: boolean } {
  const fresh = freshDraft(viewerZone, now);
  const openOf = (draft: KeptDraft): Open => ({ id: draft.id, draft: readDraft(draft.parts, fresh), papers: draft.papers });
  const begun = takeBegun();
  if (begun && "draft" in begun) return { open: openOf(kept.find((d) => d.id === begun.draft.id) ?? begun.draft), touched: false };
  if (begun) {
    const draft = begunDraft(begun, viewerZone, now);
    // One that was saved may be open already.
    const same = kept.find((d) => draft.saved !== undefined && readDraft(d.parts, fresh).saved === draft.saved);
    return same ? { open: openOf(same), touched: false } : { open: { id: undefined, draft, papers: [] }, touched: true };
  }
  return { open: kept[0] ? openOf(kept[0]) : { id: undefined, draft: fresh, papers: [] }, touched: false };
}
