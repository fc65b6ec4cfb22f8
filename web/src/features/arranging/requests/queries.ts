import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../../api/client";

export const requestsQuery = (text: string, settled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "requests", text, settled],
    queryFn: () => ask(client.GET("/api/requests", { params: { query: { settled, ...(text ? { text } : {}) } } })),
    placeholderData: (before) => before,
  });
