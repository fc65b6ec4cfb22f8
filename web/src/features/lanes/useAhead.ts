import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { lanesQuery, lanesSpans, type LanesSpan } from "../../api/queries";
import type { Lanes } from "../../api/types";
import { stepped } from "./span";

const rests = 250;
const fresh = 30_000;

/**
 * Reads what is likely looked at next while nobody waits for it: the spans before and after once the eye rests on one, and with what is
 * returned the other views of the same days.
 */
export function useAhead(who: string[], data: Lanes | undefined, view: LanesSpan, from: string | undefined, rulers: string[]) {
  const queries = useQueryClient();
  useEffect(() => {
    if (!data || view === "year") return;
    const timer = setTimeout(() => {
      for (const by of [1, -1])
        void queries.prefetchQuery({ ...lanesQuery(who, stepped(data, view, by, from), view, rulers), staleTime: fresh });
    }, rests);
    return () => clearTimeout(timer);
  }, [queries, who, data, view, from, rulers]);
  return useCallback(() => {
    for (const other of lanesSpans)
      if (other !== "year" && other !== view) void queries.prefetchQuery({ ...lanesQuery(who, from, other, rulers), staleTime: fresh });
  }, [queries, who, view, from, rulers]);
}
