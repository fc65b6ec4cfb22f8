import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

/** Who is in a conference; read again while its page is open, which says at the same time that it is. */
export const conferenceQuery = (key: string, secret: string | null) =>
  queryOptions({
    queryKey: ["conference", key, secret],
    queryFn: () => ask(client.POST("/api/conference/{key}", { params: { path: { key } }, body: { secret } })),
    refetchInterval: 4_000,
    refetchIntervalInBackground: true,
    retry: false,
  });
