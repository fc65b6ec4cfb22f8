import type { Slots } from "../../../api/types";
import { addDays, weekdayOf, weekdays } from "../../../lane/time";
import { stepsIn } from "./steps";

export interface WeekDay {
  /** Its date, "2027-03-15". */
  date: string;
  /** The day as it is searched; undefined where it lies outside the days asked. */
  day: Slots["days"][number] | undefined;
  /** How many are free, step by step, within the day. */
  steps: { from: number; to: number; free: number }[];
  /** The most who are free at once. */
  most: number;
}

/** The week of a moment, Monday first, as seven days and how many are free in each. */
export function weekOf({ days, contour }: Pick<Slots, "days" | "contour">, at: number): WeekDay[] {
  const here = days.find((d) => d.start <= at && at < d.end);
  if (!here) return [];
  const monday = addDays(here.date, -weekdays.indexOf(weekdayOf(here.date)));
  return weekdays.map((_, i) => {
    const date = addDays(monday, i);
    const day = days.find((d) => d.date === date);
    const steps = day ? stepsIn(contour, day) : [];
    return { date, day, steps, most: Math.max(0, ...steps.map((s) => s.free)) };
  });
}
