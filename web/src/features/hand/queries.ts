import { keepPreviousData, queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

/** One day of one person line by line. */
export const handQuery = (who: string | undefined, day: string | undefined) =>
  queryOptions({
    queryKey: ["calendars", "hand", who, day],
    queryFn: () => ask(client.GET("/api/hand", { params: { query: { ...(who ? { who } : {}), ...(day ? { day } : {}) } } })),
    placeholderData: keepPreviousData,
    refetchInterval: 60_000,
  });
