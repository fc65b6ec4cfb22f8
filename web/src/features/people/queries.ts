import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

export const placesQuery = queryOptions({ queryKey: ["calendars", "places"], queryFn: () => ask(client.GET("/api/places")) });

/** Somebody's day, from midnight to midnight of their own zone. */
export const ownDayQuery = (who: string, zone: string) =>
  queryOptions({
    queryKey: ["calendars", "own-day", who, zone],
    queryFn: () => ask(client.GET("/api/lanes", { params: { query: { who: [who], view: "day", ruler: [], days: zone } } })),
  });

export const indexQuery = (text: string, of: string) =>
  queryOptions({
    queryKey: ["calendars", "index", text, of],
    queryFn: () => ask(client.GET("/api/index", { params: { query: { text, ...(of ? { of } : {}) } } })),
    placeholderData: (before) => before,
  });

/** What a group has before it, and what became of its meetings. */
export const groupQuery = (id: string) =>
  queryOptions({
    queryKey: ["calendars", "group", id],
    queryFn: () => ask(client.GET("/api/groups/{id}", { params: { path: { id } } })),
  });

/** The way in of somebody, for who manages it. */
export const accountOfQuery = (id: string) =>
  queryOptions({
    queryKey: ["account", id],
    queryFn: () => ask(client.GET("/api/people/{id}/account", { params: { path: { id } } })),
  });

/** What is kept of somebody, and what of it must stay. */
export const deletionQuery = (who: string) =>
  queryOptions({
    queryKey: ["account", "deletion", who],
    queryFn: () => ask(client.GET("/api/people/{id}/deletion", { params: { path: { id: who } } })),
  });

/** What hangs on somebody who leaves. */
export const leavingQuery = (who: string) =>
  queryOptions({
    queryKey: ["account", "leaving", who],
    queryFn: () => ask(client.GET("/api/people/{id}/leaving", { params: { path: { id: who } } })),
    retry: false,
  });
