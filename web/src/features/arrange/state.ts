import { useCallback, useState } from "react";
import type { ChosenRequest, Person, SlotsRequest, Zone } from "../../api/types";
import { addDays, dateText, localText } from "../../lane/time";
import type { Chosen } from "../../sentence/PeoplePicker";

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
    start: undefined,
  };
}

function readDraft(today: string): Draft | undefined {
  const text = localStorage.getItem(kept);
  if (!text) return undefined;
  const draft = JSON.parse(text) as Draft;
  return draft.to >= today ? draft : undefined;
}

export function useDraft(viewerZone: Zone, now: number) {
  const [draft, setDraft] = useState<Draft>(() => readDraft(dateText(viewerZone, now)) ?? freshDraft(viewerZone, now));
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
