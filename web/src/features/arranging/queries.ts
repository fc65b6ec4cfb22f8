import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import type { PanelRequest, SlotsRequest } from "../../api/types";

export const slotsQuery = (request: SlotsRequest, enabled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "slots", request],
    queryFn: () => ask(client.POST("/api/slots", { body: request })),
    placeholderData: (before) => before,
    enabled,
    retry: false,
  });

export const roomQuery = (request: SlotsRequest, enabled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "slots", "room", request],
    queryFn: () => ask(client.POST("/api/slots/room", { body: request })),
    enabled,
    retry: false,
  });

export const panelQuery = (request: PanelRequest, enabled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "slots", "panel", request],
    queryFn: () => ask(client.POST("/api/slots/panel", { body: request })),
    placeholderData: (before) => before,
    enabled,
    retry: false,
  });

/** The times of a series that do not suit, from a first one on. */
export const occurrencesQuery = (search: SlotsRequest, start: number) =>
  queryOptions({
    queryKey: ["calendars", "slots", "occurrences", search, start],
    queryFn: () => ask(client.POST("/api/slots/occurrences", { body: { search, start } })),
    retry: false,
  });

export const weightsQuery = queryOptions({
  queryKey: ["calendars", "slots", "weights"],
  queryFn: () => ask(client.GET("/api/slots/weights")),
});

/** What somebody wishes of every meeting; for who speaks for them. */
export const keptWishesQuery = (of: string) =>
  queryOptions({
    queryKey: ["calendars", "wishes", of],
    queryFn: () => ask(client.GET("/api/wishes/{who}", { params: { path: { who: of } } })),
  });

export const presetsQuery = (of: string) =>
  queryOptions({
    queryKey: ["calendars", "presets", of],
    queryFn: () => ask(client.GET("/api/presets", { params: { query: { of } } })),
    placeholderData: (before) => before,
  });
