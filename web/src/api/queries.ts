import { infiniteQueryOptions, keepPreviousData, queryOptions } from "@tanstack/react-query";
import { ask, client, rememberForgery, rememberService } from "./client";
import { forgetTypedByOthers, forgetUnsent, keepUnsent, settingSent, unsentSettings } from "./unsent";
import type { ChosenRequest, RepeatParts, SlotsRequest, StaySaid, TimeRequest, WeighRequest } from "./types";

const signedInKey = "corlin-signed-in";

/** Whether this browser had a session when it last asked. */
export const wasSignedIn = () => localStorage.getItem(signedInKey) !== null;

export const sessionQuery = queryOptions({
  queryKey: ["session"],
  queryFn: async () => {
    const session = await ask(client.GET("/api/session"));
    rememberForgery(session.forgery);
    rememberService(session);
    // What another reader chose at this browser is not this one's.
    if (session.address !== localStorage.getItem(signedInKey)) forgetUnsent();
    if (session.address) forgetTypedByOthers(session.address);
    if (session.address) localStorage.setItem(signedInKey, session.address);
    else localStorage.removeItem(signedInKey);
    return session;
  },
  staleTime: Infinity,
});

export const placesQuery = queryOptions({ queryKey: ["calendars", "places"], queryFn: () => ask(client.GET("/api/places")) });

export const deskQuery = queryOptions({
  queryKey: ["calendars", "desk"],
  queryFn: () => ask(client.GET("/api/desk")),
  refetchInterval: 60_000,
});

/** One day of one person line by line. */
export const handQuery = (who: string | undefined, day: string | undefined) =>
  queryOptions({
    queryKey: ["calendars", "hand", who, day],
    queryFn: () => ask(client.GET("/api/hand", { params: { query: { ...(who ? { who } : {}), ...(day ? { day } : {}) } } })),
    placeholderData: keepPreviousData,
    refetchInterval: 60_000,
  });

/** What undo and redo do now. */
export const actsQuery = queryOptions({ queryKey: ["calendars", "acts"], queryFn: () => ask(client.GET("/api/acts")) });

export const chaseQuery = queryOptions({
  queryKey: ["calendars", "chase"],
  queryFn: () => ask(client.GET("/api/chase")),
});

export const lanesSpans = ["day", "working-days", "week", "month", "list", "year"] as const;

export type LanesSpan = (typeof lanesSpans)[number];

export const lanesQuery = (who: string[], from: string | undefined, view: Exclude<LanesSpan, "year">, ruler: string[] = []) =>
  queryOptions({
    queryKey: ["calendars", "lanes", who, from, view, ruler],
    queryFn: () => ask(client.GET("/api/lanes", { params: { query: { who, view, ruler, ...(from ? { from } : {}) } } })),
    placeholderData: (before) => before,
  });

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

export const personQuery = (id: string) =>
  queryOptions({
    queryKey: ["calendars", "person", id],
    queryFn: () => ask(client.GET("/api/people/{id}", { params: { path: { id } } })),
  });

/** What assistants leave to one another. */
export const handoversQuery = queryOptions({
  queryKey: ["calendars", "handovers"],
  queryFn: () => ask(client.GET("/api/handovers")),
});

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

/** The passkeys that let one in. */
export const passkeysQuery = queryOptions({
  queryKey: ["account", "passkeys"],
  queryFn: () => ask(client.GET("/api/account/passkeys")),
});

/** One's own page. */
export const mineQuery = queryOptions({
  queryKey: ["calendars", "mine"],
  queryFn: () => ask(client.GET("/api/mine")),
  refetchInterval: 60_000,
});

/** The calendars that somebody keeps beside their main one. */
export const furtherQuery = (who: string) =>
  queryOptions({
    queryKey: ["calendars", "further", who],
    queryFn: () => ask(client.GET("/api/calendars/{person}/further", { params: { path: { person: who } } })),
  });

export const peopleQuery = (text: string) =>
  queryOptions({
    queryKey: ["people", text],
    queryFn: () => ask(client.GET("/api/people", { params: { query: { text } } })),
    placeholderData: (before) => before,
    staleTime: 60_000,
  });

export const slotsQuery = (request: SlotsRequest, enabled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "slots", request],
    queryFn: () => ask(client.POST("/api/slots", { body: request })),
    placeholderData: (before) => before,
    enabled,
    retry: false,
  });

export const chosenQuery = (request: ChosenRequest, enabled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "chosen", request],
    queryFn: () => ask(client.POST("/api/slots/chosen", { body: request })),
    placeholderData: (before) => before,
    enabled,
    retry: false,
  });

/** What a change of an entry would do, before it is made. */
export const weighedQuery = (id: string, request: WeighRequest) =>
  queryOptions({
    queryKey: ["calendars", "weighed", id, request],
    queryFn: () => ask(client.POST("/api/entries/{id}/weighed", { params: { path: { id } }, body: request })),
    placeholderData: (before) => before,
    retry: false,
  });

/** What was written to those who are asked, and a reminder that is ready. */
export const lettersQuery = (id: string, occurrence: string | null) =>
  queryOptions({
    queryKey: ["calendars", "letters", id, occurrence],
    queryFn: () => ask(client.GET("/api/meetings/{id}/letters", { params: { path: { id }, query: occurrence ? { occurrence } : {} } })),
  });

let keepingDraft: Promise<unknown> = Promise.resolve();

/** What is being written is not read before what was typed last is kept. */
export function draftIsKept(by: Promise<unknown>) {
  keepingDraft = by.catch(() => undefined);
}

export const draftsQuery = queryOptions({
  queryKey: ["drafts"],
  queryFn: async () => {
    await keepingDraft;
    return ask(client.GET("/api/drafts"));
  },
  gcTime: 0,
});

export const presetsQuery = (of: string) =>
  queryOptions({
    queryKey: ["calendars", "presets", of],
    queryFn: () => ask(client.GET("/api/presets", { params: { query: { of } } })),
    placeholderData: (before) => before,
  });

export const requestsQuery = (text: string, settled: boolean) =>
  queryOptions({
    queryKey: ["calendars", "requests", text, settled],
    queryFn: () => ask(client.GET("/api/requests", { params: { query: { settled, ...(text ? { text } : {}) } } })),
    placeholderData: (before) => before,
  });

export const entryQuery = (id: string, lane: string, occurrence: string | null) =>
  queryOptions({
    queryKey: ["calendars", "entry", id, lane, occurrence],
    queryFn: () => ask(client.GET("/api/entries/{id}", { params: { path: { id }, query: { lane, ...(occurrence ? { occurrence } : {}) } } })),
  });

export const notesQuery = (id: string, lane: string, occurrence: string | null) =>
  queryOptions({
    queryKey: ["calendars", "notes", id, lane, occurrence],
    queryFn: () =>
      ask(client.GET("/api/entries/{id}/notes", { params: { path: { id }, query: { lane, ...(occurrence ? { occurrence } : {}) } } })),
  });

/** What a group has before it, and what became of its meetings. */
export const groupQuery = (id: string) =>
  queryOptions({
    queryKey: ["calendars", "group", id],
    queryFn: () => ask(client.GET("/api/groups/{id}", { params: { path: { id } } })),
  });

/** Who is in a conference; read again while its page is open, which says at the same time that it is. */
export const conferenceQuery = (key: string, secret: string | null) =>
  queryOptions({
    queryKey: ["conference", key, secret],
    queryFn: () => ask(client.POST("/api/conference/{key}", { params: { path: { key } }, body: { secret } })),
    refetchInterval: 4_000,
    refetchIntervalInBackground: true,
    retry: false,
  });

/** Who calls now. */
export const callsQuery = queryOptions({
  queryKey: ["calendars", "calls"],
  queryFn: () => ask(client.GET("/api/calls")),
  refetchInterval: 15_000,
});

export const signInsQuery = queryOptions({
  queryKey: ["sign-ins"],
  queryFn: () => ask(client.GET("/api/demo/sign-ins")),
  staleTime: Infinity,
});

/** What words for how something repeats come to. */
export const repeatQuery = (words: string, time: TimeRequest, people: string[]) =>
  queryOptions({
    queryKey: ["repeat", words, time, people],
    queryFn: () => ask(client.POST("/api/repeat", { body: { words, time, people, parts: null } })),
    placeholderData: (before) => before,
    retry: false,
  });

/** The words of a rule that is said by parts. */
export const repeatOfParts = (parts: RepeatParts, time: TimeRequest) =>
  ask(client.POST("/api/repeat", { body: { words: "", time, people: [], parts } }));

export const zonesQuery = (text: string, at: number | undefined) =>
  queryOptions({
    queryKey: ["zones", text, at],
    queryFn: () => ask(client.GET("/api/zones", { params: { query: { text, ...(at === undefined ? {} : { at }) } } })),
    placeholderData: (before) => before,
    enabled: text.trim() !== "",
    staleTime: Infinity,
  });

/** What a line of plain words says. */
export const lineQuery = (text: string) =>
  queryOptions({
    queryKey: ["line", text],
    queryFn: () => ask(client.POST("/api/line", { body: { text } })),
    placeholderData: (before) => before,
    enabled: text.trim() !== "",
    retry: false,
  });

/** People and entries of all years by a word. */
export const findQuery = (text: string) =>
  queryOptions({
    queryKey: ["calendars", "find", text],
    queryFn: () => ask(client.GET("/api/find", { params: { query: { text } } })),
    placeholderData: (before) => before,
    enabled: text.length > 1,
  });

export const remindersQuery = queryOptions({
  queryKey: ["calendars", "reminders"],
  queryFn: () => ask(client.GET("/api/reminders")),
  refetchInterval: 60_000,
});

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
    queryFn: () => ask(client.POST("/api/whereabouts/read", { body: { who, line: line.trim() || null, said: line.trim() ? [] : said, month } })),
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

export const yearQuery = (who: string | undefined, year: number | undefined) =>
  queryOptions({
    queryKey: ["calendars", "year", who, year],
    queryFn: () => ask(client.GET("/api/years", { params: { query: { ...(who ? { who } : {}), ...(year ? { year } : {}) } } })),
    placeholderData: (before) => before,
  });

/** Keeps how the reader likes a view; the request outlives the page. */
export async function sendSetting(name: string, value: unknown) {
  keepUnsent(name, value);
  await ask(client.PUT("/api/settings/{name}", { params: { path: { name } }, body: { value }, keepalive: true }));
  settingSent(name, value);
}

/** How the reader likes their views. */
export const settingsQuery = queryOptions({
  queryKey: ["settings"],
  queryFn: async () => {
    const waiting = unsentSettings();
    const stored = (await ask(client.GET("/api/settings"))) as Record<string, unknown>;
    await Promise.allSettled(Object.entries(waiting).map(([name, value]) => sendSetting(name, value)));
    return { ...stored, ...waiting };
  },
  staleTime: Infinity,
});

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

export const closuresQuery = queryOptions({
  queryKey: ["calendars", "closures"],
  queryFn: () => ask(client.GET("/api/closures")),
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

export const accessQuery = queryOptions({
  queryKey: ["calendars", "access"],
  queryFn: () => ask(client.GET("/api/access")),
});

/** What some rows of the table of access hold. */
export const accessCellsQuery = (rows: string[]) =>
  queryOptions({
    queryKey: ["calendars", "access", "cells", rows],
    queryFn: () => ask(client.GET("/api/access/cells", { params: { query: { row: rows } } })),
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

/** How many people can read a title on one of somebody's calendars, the main one where none is named. */
export const readersQuery = (owner: string | undefined, calendar?: string) =>
  queryOptions({
    queryKey: ["calendars", "access", "readers", owner, calendar],
    queryFn: async () =>
      (await ask(client.GET("/api/access/readers", { params: { query: { owner: owner ?? "", ...(calendar ? { calendar } : {}) } } }))) ?? null,
    enabled: owner !== undefined,
    retry: false,
  });

export interface HistoryAsked {
  who: string;
  entry?: string | undefined;
  by?: string | undefined;
  first?: string | undefined;
  last?: string | undefined;
}

const said = (asked: HistoryAsked) => ({
  who: asked.who,
  ...(asked.entry ? { entry: asked.entry } : {}),
  ...(asked.by ? { by: asked.by } : {}),
  ...(asked.first ? { first: asked.first } : {}),
  ...(asked.last ? { last: asked.last } : {}),
});

/** What was done, latest first, piece by piece. */
export const historyQuery = (asked: HistoryAsked) =>
  infiniteQueryOptions({
    queryKey: ["calendars", "history", said(asked)],
    queryFn: ({ pageParam }) =>
      ask(client.GET("/api/history", { params: { query: { ...said(asked), ...(pageParam ? { before: pageParam } : {}) } } })),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.more ?? undefined,
    placeholderData: (before) => before,
  });

/** The same as a table to take along. */
export const historyFile = (asked: HistoryAsked) => `/api/history/file?${new URLSearchParams(said(asked)).toString()}`;

/** The way in of somebody, for who manages it. */
export const accountOfQuery = (id: string) =>
  queryOptions({
    queryKey: ["account", id],
    queryFn: () => ask(client.GET("/api/people/{id}/account", { params: { path: { id } } })),
  });

/** People inside with how they sign in, for administrators. */
export const accountsQuery = (text: string) =>
  queryOptions({
    queryKey: ["account", "all", text],
    queryFn: () => ask(client.GET("/api/accounts", { params: { query: { text } } })),
  });

export const ownAccountQuery = queryOptions({ queryKey: ["account"], queryFn: () => ask(client.GET("/api/account")) });

/** What somebody holds who is away, as far as it can be given to who covers. */
export const coverQuery = (away: string) =>
  queryOptions({
    queryKey: ["calendars", "cover", away],
    queryFn: () => ask(client.GET("/api/access/covers", { params: { query: { away } } })),
  });

export type MailPile = "all" | "sent" | "received" | "open";

interface MailsAsked {
  of?: string | undefined;
  pile: MailPile;
  text: string;
}

/** What went out and came in, latest first, piece by piece. */
export const mailsQuery = ({ of, pile, text }: MailsAsked) =>
  infiniteQueryOptions({
    queryKey: ["calendars", "mails", of, pile, text],
    queryFn: ({ pageParam }) =>
      ask(
        client.GET("/api/mails", {
          params: { query: { pile, ...(of ? { of } : {}), ...(text ? { text } : {}), ...(pageParam ? { before: pageParam } : {}) } },
        }),
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.before ?? undefined,
    placeholderData: (before) => before,
    // What goes out changes no calendar, so no live word tells of it.
    refetchInterval: 5_000,
  });

export const mailQuery = (id: number) =>
  queryOptions({
    queryKey: ["calendars", "mail", id],
    queryFn: () => ask(client.GET("/api/mails/{id}", { params: { path: { id } } })),
    // What went out or came in stays as it is.
    refetchInterval: (query) => (query.state.data?.hasSource ? false : 5_000),
  });
