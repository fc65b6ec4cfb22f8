import { infiniteQueryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

export interface HistoryAsked {
  who: string;
  entry?: string | undefined;
  by?: string | undefined;
  first?: string | undefined;
  last?: string | undefined;
}

const said = (asked: HistoryAsked) => ({
  who: asked.who,
  ...(asked.entry ? { entry: asked.entry } : {}),
  ...(asked.by ? { by: asked.by } : {}),
  ...(asked.first ? { first: asked.first } : {}),
  ...(asked.last ? { last: asked.last } : {}),
});

/** What was done, latest first, piece by piece. */
export const historyQuery = (asked: HistoryAsked) =>
  infiniteQueryOptions({
    queryKey: ["calendars", "history", said(asked)],
    queryFn: ({ pageParam }) =>
      ask(client.GET("/api/history", { params: { query: { ...said(asked), ...(pageParam ? { before: pageParam } : {}) } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.more ?? undefined,
    placeholderData: (before) => before,
  });

/** The same as a table to take along. */
export const historyFile = (asked: HistoryAsked) => `/api/history/file?${new URLSearchParams(said(asked)).toString()}`;
