import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import type { StaySaid } from "../../api/types";

/** @param also Others at whom one looks, their ids with commas. */
export const whereaboutsQuery = (month: string | undefined, also: string | undefined) =>
  queryOptions({
    queryKey: ["calendars", "whereabouts", month, also],
    queryFn: () => ask(client.GET("/api/whereabouts", { params: { query: { ...(month ? { month } : {}), ...(also ? { also } : {}) } } })),
    placeholderData: (before) => before,
  });

/** @param absence Its number. */
export const returnQuery = (absence: number) =>
  queryOptions({
    queryKey: ["calendars", "return", absence],
    queryFn: () => ask(client.GET("/api/absences/{id}/return", { params: { path: { id: absence } } })),
  });

export const whereaboutsYearQuery = (year: number | undefined) =>
  queryOptions({
    queryKey: ["calendars", "whereabouts-year", year],
    queryFn: () => ask(client.GET("/api/whereabouts/year", { params: { query: year ? { year } : {} } })),
    placeholderData: (before) => before,
  });

/** What a line, or what was put together by hand, says of where somebody is, and what saying it does. */
export const whereReadQuery = (who: string, line: string, said: StaySaid[], month: string) =>
  queryOptions({
    queryKey: ["calendars", "where-read", who, line, said, month],
    queryFn: () =>
      ask(client.POST("/api/whereabouts/read", { body: { who, line: line.trim() || null, said: line.trim() ? [] : said, month } })),
    enabled: line.trim() !== "" || said.length > 0,
    placeholderData: (before) => before,
  });

/** What stands in the time of an absence that is being said. */
export const standingQuery = (who: string, from: string, to: string, cover: string | undefined) =>
  queryOptions({
    queryKey: ["calendars", "standing", who, from, to, cover],
    queryFn: () => ask(client.GET("/api/absences/standing", { params: { query: { who, from, to, ...(cover ? { cover } : {}) } } })),
    placeholderData: (before) => before,
    enabled: who !== "" && from !== "" && to > from,
  });
