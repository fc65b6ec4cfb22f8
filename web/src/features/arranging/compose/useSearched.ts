import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { chosenQuery } from "../../../api/queries";
import type { Desk, Zone } from "../../../api/types";
import { keptBy } from "../../../app/parts/keptBy";
import { minute } from "../../../lane/time";
import { presetsQuery, slotsQuery } from "../queries";
import { chosenRequest, slotsRequest } from "../requests";
import { mostFree } from "../slots/mostFree";
import { useRoom } from "../slots/useRoom";
import { usePanel } from "./usePanel";
import type { useDraft } from "../useDraft";

export type Searched = ReturnType<typeof useSearched>;

/** What the sentence finds: the free slots, the time that is chosen or looked at, and what it is for everyone. */
export function useSearched(desk: Desk, viewerZone: Zone, { draft, id, papers }: ReturnType<typeof useDraft>) {
  const names = useMemo(() => keptBy(desk), [desk]);
  const organiser = names.find((n) => n.id === draft.inNameOf) ?? names[0] ?? desk.viewer;
  const presets = useQuery(presetsQuery(organiser.id)).data;
  const outside = [...draft.required, ...draft.optional].some((c) => !c.person || !c.person.inside);
  const ready = draft.required.length + draft.each.of.length > 0 && draft.from <= draft.to;
  const [soonest, setSoonest] = useState(false);
  const search = slotsRequest(draft, organiser, soonest);
  const slots = useQuery(slotsQuery(search, ready));
  const found = ready && !slots.error ? slots.data : undefined;
  // Groups by who is in them; a room is booked, not asked.
  const asked =
    (draft.some.of.length > 0 ? draft.some.atLeast : 0) +
    (found
      ? found.people.filter((p) => p.who.kind !== "room" && p.who.id !== organiser.id && !p.counted).length
      : draft.required.length + draft.optional.length);
  // The zones of everyone asked over the whole span; the viewer's is the first.
  const zone = found?.zones.find((z) => z.id === viewerZone.id) ?? viewerZone;
  const panel = usePanel(draft, organiser, ready);
  const start = panel.on ? panel.start : (draft.start ?? found?.slots[0]?.start);
  const kept = papers.length > 0 ? id : undefined;
  // Where nothing fits the board stands all the same, where most are free; nothing is chosen by that.
  const looked = start ?? (found && mostFree(found, draft.minutes * minute, desk.now));
  const room = useRoom(search, found !== undefined && found.near.length > 0 && !panel.on, start);
  const chosenAt = (at: number, met = panel.on ? panel.who : undefined) => chosenRequest(draft, organiser, zone, at, kept, met);
  const chosen = useQuery(chosenQuery(chosenAt(looked ?? 0), ready && looked !== undefined));
  const then = useQuery(chosenQuery(chosenAt(draft.turn?.then ?? 0), draft.turn !== undefined)).data;
  const stretch = (at: number | undefined) => (at === undefined ? undefined : { start: at, end: at + draft.minutes * minute });
  const moment = stretch(start);
  const picked = (moment && chosen.data?.picked) ?? [];
  const onBoard = stretch(looked);
  return {
    names,
    organiser,
    presets,
    outside,
    ready,
    soonest,
    setSoonest,
    search,
    slots,
    found,
    asked,
    zone,
    start,
    looked,
    room,
    panel,
    chosenAt,
    chosen: chosen.data,
    /** Where two hours take turns, the same of the other. */
    then: draft.turn && then,
    moment,
    picked,
    onBoard,
  };
}
