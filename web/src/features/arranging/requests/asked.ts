import type { Person, RequestParts, RequestWay, TimeAsked, Urgency } from "../../../api/types";

/** A request as it is written. */
export interface Asked {
  inNameOf: string;
  caller: string;
  person: Person | undefined;
  ringBack: string;
  way: RequestWay;
  why: string;
  minutes: number;
  urgency: Urgency;
  /** In milliseconds since 1970. */
  promised: number | undefined;
  private: boolean;
}

export const freshAsked = (of: Person | undefined): Asked => ({
  inNameOf: of?.id ?? "",
  caller: "",
  person: undefined,
  ringBack: "",
  way: "telephone",
  why: "",
  minutes: 30,
  urgency: "thisWeek",
  promised: undefined,
  private: false,
});

export const askedOf = (request: TimeAsked): Asked => ({
  inNameOf: request.for.id,
  caller: request.caller,
  person: request.person ?? undefined,
  ringBack: request.ringBack ?? "",
  way: request.way,
  why: request.why,
  minutes: request.minutes,
  urgency: request.urgency,
  promised: request.promised ?? undefined,
  private: request.private,
});

export const partsOf = (asked: Asked, version: number): RequestParts => ({
  inNameOf: asked.inNameOf,
  version,
  caller: asked.caller.trim(),
  person: asked.person?.id ?? null,
  ringBack: asked.ringBack.trim() || null,
  way: asked.way,
  why: asked.why.trim(),
  minutes: asked.minutes,
  urgency: asked.urgency,
  promised: asked.promised ?? null,
  private: asked.private,
});
