import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import type { SendCalendarRequest, SheetParts } from "../../api/types";
import { numberOf, orderNumbers } from "./parts";

/** Somebody’s days on a sheet; with the parts that were said of it where none are given. */
export const sheetQuery = (who: string | undefined, from: string | undefined, days: number, parts: SheetParts | undefined) =>
  queryOptions({
    queryKey: ["calendars", "sheet", who, from, days, parts],
    queryFn: () =>
      ask(
        client.GET("/api/sheets", {
          params: {
            query: {
              days,
              ...(who ? { who } : {}),
              ...(from ? { from } : {}),
              ...(parts ? { parts: numberOf(parts), order: orderNumbers(parts.order) } : {}),
            },
          },
        }),
      ),
    placeholderData: (before) => before,
  });

/** A letter with a calendar, as its reader gets it. */
export const calendarLetterQuery = (person: string, body: SendCalendarRequest) =>
  queryOptions({
    queryKey: ["calendars", "letter", person, body],
    queryFn: () => ask(client.POST("/api/calendars/{person}/letters/tried", { params: { path: { person } }, body })),
    placeholderData: (before) => before,
  });
