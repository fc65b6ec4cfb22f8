import type { Slots } from "../../../api/types";

/** How many are free through a time, step by step; where nobody is there is no step. */
export const stepsIn = (contour: Slots["contour"], { start, end }: { start: number; end: number }) =>
  contour
    .map((c, i) => ({ from: Math.max(c.from, start), to: Math.min(contour[i + 1]?.from ?? end, end), free: c.free }))
    .filter((s) => s.to > s.from && s.free > 0);
