import type { Zone } from "../../api/types";
import { addDays, dateText } from "../../lane/time";

/** The day before it begins, and no sooner than tomorrow. */
export const usualDay = (zone: Zone, now: number, start: number) => {
  const [dayBefore, tomorrow] = [addDays(dateText(zone, start), -1), addDays(dateText(zone, now), 1)];
  return dayBefore > tomorrow ? dayBefore : tomorrow < dateText(zone, start) ? tomorrow : dateText(zone, now);
};
