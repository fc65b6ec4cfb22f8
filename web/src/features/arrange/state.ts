import { useCallback, useState } from "react";
import type { ChosenRequest, EntryDetails, Person, SlotsRequest, Zone } from "../../api/types";
import { addDays, dateText, localText, minute } from "../../lane/time";
import { takeBegun, type Begun } from "../../app/arrangeWith";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";

/** The sentence as it is typed; it survives a closed tab. */
export interface Draft {
  inNameOf: string | undefined;
  title: string;
  required: Chosen[];
  optional: Chosen[];
  minutes: number;
  from: string;
  to: string;
  video: boolean;
  place: string;
  agenda: string;
  private: boolean;
  /** How it repeats, in words; empty for once. */
  repeats: string;
  /** The chosen start, in milliseconds since 1970. */
  start: number | undefined;
}

const kept = "corlin-draft";
const replaced = "corlin-draft-replaced";

export function freshDraft(viewerZone: Zone, now: number): Draft {
  const today = dateText(viewerZone, now);
  return {
    inNameOf: undefined,
    title: "",
    required: [],
    optional: [],
    minutes: 45,
    from: addDays(today, 1),
    to: addDays(today, 11),
    video: true,
    place: "",
    agenda: "",
    private: false,
    repeats: "",
    start: undefined,
  };
}

function readDraft(today: string, key = kept): Draft | undefined {
  const text = localStorage.getItem(key);
  if (!text) return undefined;
  // One kept by an older version has not every part.
  const read = JSON.parse(text) as Omit<Draft, "repeats"> & { repeats?: string };
  const draft: Draft = { ...read, repeats: read.repeats ?? "" };
  return draft.to >= today ? draft : undefined;
}

/** Everything of a meeting but its time. */
function like(entry: EntryDetails, fresh: Draft): Draft {
  const asked = (roles: string[]) => entry.attendees.filter((a) => roles.includes(a.role)).map((a) => chosenOf(a.who));
  return {
    ...fresh,
    inNameOf: entry.organiser?.id,
    title: entry.title,
    required: asked(["required", "resource"]),
    optional: asked(["optional"]),
    minutes: Math.round((entry.end - entry.start) / minute),
    video: entry.link !== null,
    place: entry.place ?? "",
    agenda: entry.agenda ?? "",
    private: entry.private,
  };
}

/** The draft with what was begun on a lane, or one like a meeting. */
function begin(begun: Begun | undefined, draft: Draft, viewerZone: Zone, now: number): Draft {
  if (!begun) return draft;
  if ("like" in begun) {
    const copy = like(begun.like, freshDraft(viewerZone, now));
    // What was being written is not lost by it.
    if (draft.title || draft.required.length > 0) localStorage.setItem(replaced, JSON.stringify(draft));
    localStorage.setItem(kept, JSON.stringify(copy));
    return copy;
  }
  const asked = [...draft.required, ...draft.optional].some((c) => c.id === begun.with.id);
  const next = { ...draft, required: asked ? draft.required : [...draft.required, chosenOf(begun.with)] };
  if (begun.at) {
    const day = dateText(viewerZone, begun.at.start);
    Object.assign(next, {
      minutes: begun.at.minutes,
      from: day < draft.from ? day : draft.from,
      to: day > draft.to ? day : draft.to,
      start: begun.at.start,
    });
  }
  localStorage.setItem(kept, JSON.stringify(next));
  return next;
}

export function useDraft(viewerZone: Zone, now: number) {
  const [draft, setDraft] = useState<Draft>(() =>
    begin(takeBegun(), readDraft(dateText(viewerZone, now)) ?? freshDraft(viewerZone, now), viewerZone, now),
  );
  const [before, setBefore] = useState(() => readDraft(dateText(viewerZone, now), replaced));
  const change = useCallback((part: Partial<Draft>) => {
    setDraft((before) => {
      const next = { ...before, ...part };
      localStorage.setItem(kept, JSON.stringify(next));
      return next;
    });
  }, []);
  const clear = useCallback(() => {
    localStorage.removeItem(kept);
    setDraft(freshDraft(viewerZone, now));
  }, [viewerZone, now]);
  /** The draft that a copy has taken the place of. */
  const bringBack = useCallback(() => {
    if (!before) return;
    localStorage.removeItem(replaced);
    localStorage.setItem(kept, JSON.stringify(before));
    setDraft(before);
    setBefore(undefined);
  }, [before]);
  return { draft, change, clear, bringBack: before && bringBack };
}

export function slotsRequest(draft: Draft, organiser: Person): SlotsRequest {
  return {
    inNameOf: organiser.id,
    required: draft.required.map((r) => r.id),
    optional: draft.optional.map((o) => o.id),
    minutes: draft.minutes,
    from: draft.from,
    to: draft.to,
  };
}

export function chosenRequest(draft: Draft, organiser: Person, zone: Zone, start: number): ChosenRequest {
  return {
    inNameOf: organiser.id,
    required: draft.required.map((r) => r.id),
    optional: draft.optional.map((o) => o.id),
    start: localText(zone, start),
    zone: zone.id,
    minutes: draft.minutes,
    place: draft.place || null,
    video: draft.video,
  };
}
