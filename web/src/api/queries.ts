import { queryOptions } from "@tanstack/react-query";
import { ask, client, rememberForgery, rememberService } from "./client";
import { forgetTypedByOthers, forgetUnsent, keepUnsent, settingSent, unsentSettings } from "./unsent";
import type { ChosenRequest, InstructionRequest, RepeatParts, TimeRequest, WeighRequest } from "./types";

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

export const deskQuery = queryOptions({
  queryKey: ["calendars", "desk"],
  queryFn: () => ask(client.GET("/api/desk")),
  refetchInterval: 60_000,
});

/** What is still to be set up: read when the Desk opens, as it is done elsewhere, and not with every change of a calendar. */
export const missingQuery = queryOptions({
  queryKey: ["missing"],
  queryFn: () => ask(client.GET("/api/setup/missing")),
  refetchOnMount: "always",
});

/** What undo and redo do now. */
export const actsQuery = queryOptions({ queryKey: ["calendars", "acts"], queryFn: () => ask(client.GET("/api/acts")) });

export const chaseQuery = queryOptions({
  queryKey: ["calendars", "chase"],
  queryFn: () => ask(client.GET("/api/chase")),
});

/** The invitations that wait for an answer. */
export const answersQuery = queryOptions({
  queryKey: ["calendars", "answers"],
  queryFn: () => ask(client.GET("/api/answers")),
  refetchInterval: 60_000,
});

/** What one press can do about something that has no room on a lane. */
export const waysOutQuery = (who: string, entry: string, occurrence: string | null) =>
  queryOptions({
    queryKey: ["calendars", "ways-out", who, entry, occurrence],
    queryFn: () =>
      ask(
        client.GET("/api/entries/{id}/ways-out", {
          params: { path: { id: entry }, query: { who, ...(occurrence ? { occurrence } : {}) } },
        }),
      ),
    retry: false,
    meta: { ofRow: true },
  });

/** What each of the next occurrences of a series would be for who is asked; null where it is none. */
export const seriesFitQuery = (who: string, entry: string) =>
  queryOptions({
    queryKey: ["calendars", "series-fit", who, entry],
    queryFn: async () =>
      (await ask(client.GET("/api/entries/{id}/series-fit", { params: { path: { id: entry }, query: { who } } }))) ?? null,
    meta: { ofRow: true },
  });

/** Who has not replied, meeting by meeting. */
export const unansweredQuery = queryOptions({
  queryKey: ["calendars", "unanswered"],
  queryFn: () => ask(client.GET("/api/chase/unanswered")),
});

/** The standing instructions of those whose calendars one keeps. */
export const instructionsQuery = queryOptions({
  queryKey: ["calendars", "instructions"],
  queryFn: () => ask(client.GET("/api/instructions")),
});

/** What a standing instruction would be about, before it is said. */
export const triedQuery = (body: InstructionRequest) =>
  queryOptions({
    queryKey: ["calendars", "instructions", "tried", body],
    queryFn: () => ask(client.POST("/api/instructions/tried", { body })),
  });

/** What needs a look. */
export const watchQuery = queryOptions({
  queryKey: ["calendars", "watch"],
  queryFn: () => ask(client.GET("/api/watch")),
  refetchInterval: 60_000,
});

/** Free slots for people and a length, as plainly as can be asked. */
export const freeSlotsQuery = (asked: {
  inNameOf: string;
  required: string[];
  minutes: number;
  from: string;
  to: string;
  place: string | null;
  video: boolean;
  /** The meeting that does not stand in its own way. */
  saved?: string;
}) =>
  queryOptions({
    queryKey: ["calendars", "free-slots", asked],
    queryFn: () => ask(client.POST("/api/slots", { body: { ...nothingSaid, ...asked } })),
  });

const nothingSaid = {
  optional: [],
  saved: null,
  holdRequest: null,
  repeats: null,
  toldIn: null,
  loosened: null,
  wishes: null,
  soonest: false,
  some: null,
  room: null,
};

/** What is offered to people outside. */
export const offersQuery = queryOptions({
  queryKey: ["calendars", "offers"],
  queryFn: () => ask(client.GET("/api/offers")),
});

export const lanesSpans = ["day", "working-days", "week", "month", "list", "year"] as const;

export type LanesSpan = (typeof lanesSpans)[number];

export const lanesQuery = (who: string[], from: string | undefined, view: Exclude<LanesSpan, "year">, ruler: string[] = []) =>
  queryOptions({
    queryKey: ["calendars", "lanes", who, from, view, ruler],
    queryFn: () => ask(client.GET("/api/lanes", { params: { query: { who, view, ruler, ...(from ? { from } : {}) } } })),
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
    meta: { ofRow: true },
  });

/** What was written to those who are asked, and a reminder that is ready. */
export const lettersQuery = (id: string, occurrence: string | null) =>
  queryOptions({
    queryKey: ["calendars", "letters", id, occurrence],
    queryFn: () => ask(client.GET("/api/meetings/{id}/letters", { params: { path: { id }, query: occurrence ? { occurrence } : {} } })),
    meta: { ofRow: true },
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
    meta: { ofRow: true },
  });

/** Who calls now. */
export const callsQuery = queryOptions({
  queryKey: ["calendars", "calls"],
  queryFn: () => ask(client.GET("/api/calls")),
  refetchInterval: 15_000,
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

/**
 * What a line of plain words says.
 * @param wishing Whether it looks for a free slot: bounds are then wishes.
 */
export const lineQuery = (text: string, wishing = false) =>
  queryOptions({
    queryKey: ["line", text, wishing],
    queryFn: () => ask(client.POST("/api/line", { body: { text, wishing } })),
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

export const closuresQuery = queryOptions({
  queryKey: ["calendars", "closures"],
  queryFn: () => ask(client.GET("/api/closures")),
});

/** Who holds what in all calendars in which the reader grants, or in one. */
export const accessQuery = (of?: string) =>
  queryOptions({
    queryKey: ["calendars", "access", "table", of],
    queryFn: () => ask(client.GET("/api/access", { params: { query: of ? { of } : {} } })),
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

/** What somebody holds who is away, as far as it can be given to who covers. */
export const coverQuery = (away: string) =>
  queryOptions({
    queryKey: ["calendars", "cover", away],
    queryFn: () => ask(client.GET("/api/access/covers", { params: { query: { away } } })),
  });

export type MailPile = "all" | "sent" | "received" | "open";
