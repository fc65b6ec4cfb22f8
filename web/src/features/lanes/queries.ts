import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

export const yearQuery = (who: string | undefined, year: number | undefined) =>
  queryOptions({
    queryKey: ["calendars", "year", who, year],
    queryFn: () => ask(client.GET("/api/years", { params: { query: { ...(who ? { who } : {}), ...(year ? { year } : {}) } } })),
    placeholderData: (before) => before,
  });
