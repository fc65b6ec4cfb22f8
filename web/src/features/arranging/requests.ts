import type { ArrangeRequest, ChosenRequest, Person, SlotsRequest, Zone } from "../../api/types";
import { localText } from "../../lane/time";
import type { Draft } from "./draft";

const asked = (draft: Draft) => ({ required: draft.required.map((r) => r.id), optional: draft.optional.map((o) => o.id) });

const some = ({ some: { of, atLeast } }: Draft) => (of.length > 0 ? [{ of: of.map((o) => o.id), atLeast }] : []);

const apart = (draft: Draft) => ({ saved: draft.saved ?? null, holdRequest: draft.held?.request ?? null });

const repeating = (draft: Draft, repeats = draft.repeats) => ({ repeats: repeats || null, toldIn: draft.toldIn ?? null });

/** @param soonest Whether the soonest stand first, and not the best. */
export function slotsRequest(draft: Draft, organiser: Person, soonest: boolean): SlotsRequest {
  return {
    inNameOf: organiser.id,
    ...asked(draft),
    minutes: draft.minutes,
    from: draft.from,
    to: draft.to,
    place: draft.place || null,
    video: draft.conference !== "none",
    loosened: draft.loosened,
    wishes: draft.wishes,
    soonest,
    some: some(draft),
    room: draft.room ?? null,
    ...repeating(draft),
    ...apart(draft),
  };
}

/** What a chosen time and a meeting say alike. */
function meeting(draft: Draft, organiser: Person, zone: Zone, start: number, id: string | undefined) {
  return {
    inNameOf: organiser.id,
    ...asked(draft),
    start: localText(zone, start),
    zone: zone.id,
    minutes: draft.minutes,
    place: draft.place || null,
    video: draft.conference !== "none",
    draft: id ?? null,
    moved: draft.moved,
    // Of two that take turns each is a series of its own.
    ...repeating(draft, draft.turn?.repeats),
    ...apart(draft),
  };
}

/** @param id The draft's own, with which its papers are found. */
export function chosenRequest(draft: Draft, organiser: Person, zone: Zone, start: number, id: string | undefined): ChosenRequest {
  return { ...meeting(draft, organiser, zone, start, id), wishes: draft.wishes, some: some(draft), room: draft.room ?? null };
}

/** @param picked The ids of those who come of whom only some must. */
export function arrangeRequest(
  draft: Draft,
  organiser: Person,
  picked: string[],
  zone: Zone,
  start: number,
  id: string | undefined,
  send: boolean,
): ArrangeRequest {
  return {
    ...meeting(draft, organiser, zone, start, id),
    required: [...draft.required.map((r) => r.id), ...picked],
    title: draft.title.trim(),
    video: draft.conference === "made",
    link: draft.conference === "given" ? draft.link.trim() || null : null,
    admission: draft.admission,
    dialIn: draft.conference === "none" ? null : draft.dialIn.trim() || null,
    agenda: draft.agenda || null,
    line: draft.line.trim() || null,
    private: draft.private,
    endZone: draft.endZone ?? null,
    answers: draft.answers,
    category: draft.category || null,
    reminder: draft.reminder,
    rank: draft.rank ?? null,
    send,
    request: draft.request ?? null,
    turn: draft.turn ? { start: localText(zone, draft.turn.then), repeats: draft.turn.thenRepeats } : null,
  };
}
