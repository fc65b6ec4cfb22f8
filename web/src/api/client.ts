import createClient from "openapi-fetch";
import { lineOfScreen, reading, underWay } from "./fresh";
import type { paths } from "./schema";

/** What the server says when it does not do something: a sentence for people, and the field at fault. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly type: string,
    readonly status: number,
    readonly field: string | undefined,
  ) {
    super(message);
  }
}

/** What was thrown, as something to be said. */
export function problemOf(error: unknown, otherwise = "Something went wrong; nothing was changed."): Problem {
  return error instanceof Problem ? error : new Problem(otherwise, "corlin:failed", 500, undefined);
}

let forgery: string | undefined;

/** The token of the session, sent back with every change. */
export function rememberForgery(token: string) {
  forgery = token;
}

export const forgeryToken = () => forgery;

const waitToTryAgain = 800;

const sent = (request: Request) => (request.method === "GET" ? reading(() => fetch(request)) : underWay(() => onceMore(request)));

/** What makes or sends something carries a key: where its answer is lost on the way it is asked for once more, and done once. */
async function onceMore(request: Request): Promise<Response> {
  if (request.method !== "POST") return fetch(request);
  const again = request.clone();
  try {
    return await fetch(request);
  } catch {
    await new Promise((resolve) => setTimeout(resolve, waitToTryAgain));
    return fetch(again);
  }
}

export const client = createClient<paths>({ baseUrl: "", fetch: sent });

client.use({
  onRequest({ request }) {
    if (request.method !== "GET" && forgery) request.headers.set("X-Corlin-Forgery", forgery);
    const line = lineOfScreen();
    if (request.method !== "GET" && line) request.headers.set("X-Corlin-Line", line);
    if (request.method === "POST") request.headers.set("Idempotency-Key", newKey());
    return request;
  },
});

/** Made of random bits, also where the page is not served over an encrypted line and crypto.randomUUID is not there. */
function newKey(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, "0")).join("");
}

let service = { mailLeaves: true, makesConferences: true };

/** What this server does for the outside world. */
export function rememberService(said: { mailLeaves: boolean; makesConferences: boolean }) {
  service = { mailLeaves: said.mailLeaves, makesConferences: said.makesConferences };
}

/** Whether conferences are made here; where not, a link can only be given. */
export const makesConferences = () => service.makesConferences;

interface ProblemBody {
  title?: string;
  type?: string;
  field?: string;
}

/** The data of a response, or a Problem thrown. */
export async function ask<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let result;
  try {
    result = await call;
  } catch {
    throw new Problem("Corlin cannot be reached. What you typed is still here; try again.", "corlin:offline", 0, undefined);
  }
  if (result.response.ok) return result.data as T;
  const body = (result.error ?? {}) as ProblemBody;
  throw new Problem(body.title ?? "Something went wrong; nothing was changed.", body.type ?? "corlin:failed", result.response.status, body.field);
}
