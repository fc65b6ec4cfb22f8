import type { ArrangeRequest, ChosenRequest, PanelRequest, Person, SlotsRequest, Zone } from "../../api/types";
import { localText } from "../../lane/time";
import type { Draft } from "./draft";

const asked = (draft: Draft) => ({ required: draft.required.map((r) => r.id), optional: draft.optional.map((o) => o.id) });

const oneOf = ({ of, atLeast }: Pick<Draft["some"], "of" | "atLeast">) => (of.length > 0 ? [{ of: of.map((o) => o.id), atLeast }] : []);

const some = (draft: Draft) => oneOf(draft.some);

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
    // Of those who are met one after another somebody must be free.
    some: [...some(draft), ...oneOf({ of: draft.each.of, atLeast: 1 })],
    room: draft.room ?? null,
    ...repeating(draft),
    ...apart(draft),
  };
}

/** How those who are met one after another can be. */
export function panelRequest(draft: Draft, organiser: Person): PanelRequest {
  return {
    search: { ...slotsRequest(draft, organiser, false), some: some(draft) },
    each: draft.each.of.map((o) => o.id),
    inOneRun: draft.each.inOneRun,
    byHand: draft.each.byHand,
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

/**
 * @param id The draft's own, with which its papers are found.
 * @param met Who is met then, where several are one after another.
 */
export function chosenRequest(
  draft: Draft,
  organiser: Person,
  zone: Zone,
  start: number,
  id: string | undefined,
  met: string | undefined,
): ChosenRequest {
  const asked = meeting(draft, organiser, zone, start, id);
  return {
    ...asked,
    required: met === undefined ? asked.required : [...asked.required, met],
    wishes: draft.wishes,
    some: some(draft),
    room: draft.room ?? null,
  };
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
    deadline:
      draft.answers && draft.deadline && send
        ? { at: `${draft.deadline.day}T${draft.deadline.time}`, zone: zone.id, then: draft.deadline.then }
        : null,
    category: draft.category || null,
    reminder: draft.reminder,
    rank: draft.rank ?? null,
    send,
    request: draft.request ?? null,
    panel: null,
    turn: draft.turn ? { start: localText(zone, draft.turn.then), repeats: draft.turn.thenRepeats } : null,
  };
}
