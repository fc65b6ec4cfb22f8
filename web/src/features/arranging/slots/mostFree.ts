import type { Slots } from "../../../api/types";
import { stepsIn } from "./steps";

/** Where most are free for as long as it takes, the first such time from now on; where none is as long, where most are free at all. */
export function mostFree({ contour, days }: Pick<Slots, "contour" | "days">, length: number, now: number): number | undefined {
  const end = days.at(-1)?.end;
  return end === undefined ? undefined : mostFreeOn({ contour }, { start: 0, end }, length, now);
}

/** The same within one day. */
export function mostFreeOn(
  { contour }: Pick<Slots, "contour">,
  day: { start: number; end: number },
  length: number,
  now: number,
): number | undefined {
  const steps = stepsIn(contour, { start: Math.max(now, day.start), end: day.end });
  const best = (some: typeof steps) =>
    some.reduce<(typeof steps)[number] | undefined>((most, s) => (!most || s.free > most.free ? s : most), undefined);
  return (best(steps.filter((s) => s.to - s.from >= length)) ?? best(steps))?.from;
}
