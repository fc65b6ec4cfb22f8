import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

export const handoverQuery = (id: number) =>
  queryOptions({
    queryKey: ["calendars", "handovers", id],
    queryFn: () => ask(client.GET("/api/handovers/{id}", { params: { path: { id } } })),
  });

/** For whom somebody who covers does not speak on the first day. */
export const handoverCoverQuery = (cover: string, first: string) =>
  queryOptions({
    queryKey: ["calendars", "handovers", "cover", cover, first],
    queryFn: () => ask(client.GET("/api/handovers/cover", { params: { query: { cover, first } } })),
    enabled: cover !== "" && first !== "",
  });
