import { useCallback, useState } from "react";
import type { ChosenRequest, Person, SlotsRequest, Zone } from "../../api/types";
import { addDays, dateText, localText } from "../../lane/time";
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

function readDraft(today: string): Draft | undefined {
  const text = localStorage.getItem(kept);
  if (!text) return undefined;
  // One kept by an older version has not every part.
  const read = JSON.parse(text) as Omit<Draft, "repeats"> & { repeats?: string };
  const draft: Draft = { ...read, repeats: read.repeats ?? "" };
  return draft.to >= today ? draft : undefined;
}

/** The draft with what was begun on a lane. */
function begin(begun: Begun | undefined, draft: Draft, viewerZone: Zone): Draft {
  if (!begun) return draft;
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
    begin(takeBegun(), readDraft(dateText(viewerZone, now)) ?? freshDraft(viewerZone, now), viewerZone),
  );
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
  return { draft, change, clear };
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
