import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

/** Calendars kept elsewhere that stand on somebody's lane. While one is being read, it is asked again. */
export const followedQuery = (person: string) =>
  queryOptions({
    queryKey: ["calendars", "followed", person],
    queryFn: () => ask(client.GET("/api/calendars/{person}/followed", { params: { path: { person } } })),
    refetchInterval: (query) => (query.state.data?.calendars.some((c) => c.waiting) ? 1_000 : 60_000),
  });

/** The links by which programs read somebody's calendar. */
export const feedsQuery = (person: string) =>
  queryOptions({
    queryKey: ["calendars", "feeds", person],
    queryFn: () => ask(client.GET("/api/calendars/{person}/feeds", { params: { path: { person } } })),
  });

/** How far long work has come, asked for while it goes on. */
export const progressQuery = (name: string | undefined) =>
  queryOptions({
    queryKey: ["work", name],
    queryFn: () => ask(client.GET("/api/work/{name}", { params: { path: { name: name ?? "" } } })),
    enabled: name !== undefined,
    refetchInterval: 300,
    gcTime: 0,
  });
