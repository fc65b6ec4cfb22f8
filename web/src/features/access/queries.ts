import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

/** What some rows of the table of access hold, of all calendars in it or of one. */
export const accessCellsQuery = (of: string | undefined, rows: string[]) =>
  queryOptions({
    queryKey: ["calendars", "access", "cells", of, rows],
    queryFn: () => ask(client.GET("/api/access/cells", { params: { query: { ...(of ? { of } : {}), row: rows } } })),
  });

/** What one holds in somebody's calendars; who is a person, a group, or everyone inside or outside. */
export const grantsQuery = (who: string, owner: string) =>
  queryOptions({
    queryKey: ["calendars", "access", "grants", who, owner],
    queryFn: () => ask(client.GET("/api/access/grants", { params: { query: { who, owner } } })),
  });

/** A lane as somebody sees it, beside the lane as it is. */
export const asSeenQuery = (who: string, owner: string, date: string | undefined) =>
  queryOptions({
    queryKey: ["calendars", "access", "as-seen", who, owner, date],
    queryFn: () => ask(client.GET("/api/access/as-seen", { params: { query: { who, owner, ...(date ? { date } : {}) } } })),
    placeholderData: (before) => before,
  });
