import type { Slots } from "../../../api/types";

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
  const steps = contour
    .map((c, i) => ({
      from: Math.max(c.from, now, day.start),
      to: Math.min(contour[i + 1]?.from ?? day.end, day.end),
      free: c.free,
    }))
    .filter((s) => s.to > s.from && s.free > 0);
  const best = (some: typeof steps) =>
    some.reduce<(typeof steps)[number] | undefined>((most, s) => (!most || s.free > most.free ? s : most), undefined);
  return (best(steps.filter((s) => s.to - s.from >= length)) ?? best(steps))?.from;
}
