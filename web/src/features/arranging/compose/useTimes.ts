import { useState } from "react";
import { dateText, minute } from "../../../lane/time";
import { withoutOrganiser, type Draft } from "../draft";
import { mostFreeOn } from "../slots/mostFree";
import type { useDraft } from "../useDraft";
import type { Searched } from "./useSearched";

/** How the time is chosen: by the sentence, from the list, along it, by days, and which are to be held. */
export function useTimes(
  written: ReturnType<typeof useDraft>,
  { found, room, panel, zone, start, looked, organiser }: Searched,
  now: number,
  clear: () => void,
) {
  const { draft } = written;
  // The time that was chosen before the days were changed to others.
  const [left, setLeft] = useState<number>();

  const edit = (part: Partial<Draft>) => {
    clear();
    // A time that was chosen stays, whatever else is said; what no longer fits is told before sending.
    const chosen = draft.start ?? left;
    if (chosen === undefined || draft.held !== undefined || "start" in part || !("from" in part || "to" in part))
      return written.change(part);
    const day = dateText(zone, chosen);
    const outside = day < (part.from ?? draft.from) || day > (part.to ?? draft.to);
    setLeft(outside ? chosen : undefined);
    written.change({ ...part, start: outside ? undefined : chosen });
  };
  const pick = (at: number) => {
    clear();
    setLeft(undefined);
    const day = dateText(zone, at);
    // Of several who are met one after another the one looked at is put there.
    const chosen =
      panel.on && panel.who !== undefined ? { each: { ...draft.each, byHand: { ...draft.each.byHand, [panel.who]: at } } } : { start: at };
    written.change({ ...chosen, ...(day < draft.from ? { from: day } : {}), ...(day > draft.to ? { to: day } : {}) });
  };
  const step = (by: number) => {
    if (panel.plan) {
      const all = [...panel.plan.placed, ...panel.plan.leftOut].map((p) => p.who.id);
      const next = all[Math.max(0, Math.min(all.length - 1, all.indexOf(panel.who ?? "") + by))];
      if (next !== undefined) panel.look(next);
      return;
    }
    // Where nothing is free one goes along what comes near.
    const all = (found?.slots.length ? found.slots : found && [...found.near, ...room.plans]) ?? [];
    const at = all.findIndex((s) => s.start === start);
    const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (next) pick(next.start);
  };
  const day = (by: number) => {
    if (looked === undefined || !found) return;
    const inDay = found.days.findIndex((d) => d.start <= looked && looked < d.end);
    const target = found.days[inDay + by];
    const here = found.days[inDay];
    if (target && here) pick(target.start + (looked - here.start));
  };
  /** On a day the best slot, else where most are free. */
  const bestOn = (on: { start: number; end: number }) =>
    found &&
    (found.slots.find((s) => on.start <= s.start && s.start < on.end)?.start ?? mostFreeOn(found, on, draft.minutes * minute, now));
  /** Of several who are met one after another, whoever is met on a day first. */
  const metOn = (on: { start: number; end: number }) => panel.plan?.placed.find((p) => on.start <= p.start && p.start < on.end)?.who.id;
  const mayLook = (on: { start: number; end: number }) => (panel.on ? metOn(on) : bestOn(on)) !== undefined;
  const lookAt = (on: { start: number; end: number }) => {
    const target = panel.on ? metOn(on) : bestOn(on);
    if (typeof target === "string") panel.look(target);
    else if (target !== undefined) pick(target);
  };
  const hold = (at: number | undefined) => {
    if (at === undefined || panel.on) return;
    written.change({
      holding: draft.holding.includes(at) ? draft.holding.filter((h) => h !== at) : [...draft.holding, at].sort((a, b) => a - b),
    });
  };
  /** What one line says is taken in. */
  const said = (part: Partial<Draft>) => {
    clear();
    setLeft(undefined);
    const asked = withoutOrganiser(part, part.inNameOf ?? organiser.id);
    // Another day without an hour is another choice; everything else leaves the time as it was chosen.
    written.change("from" in asked && !("start" in asked) ? { ...asked, start: undefined } : asked);
  };
  /** Somebody who was put somewhere by hand is met as the plan has it again. */
  const asPlanned = (who: string) => {
    clear();
    written.change({ each: { ...draft.each, byHand: Object.fromEntries(Object.entries(draft.each.byHand).filter(([id]) => id !== who)) } });
  };
  return { left, edit, pick, step, day, lookAt, mayLook, hold, said, asPlanned };
}
