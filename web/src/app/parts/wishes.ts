import type { Wishes } from "../../api/types";
import { lengthText, minute, timeOf, weekdays } from "../../lane/time";
import { and, cityOf } from "../../lane/words";

export const noWishes: Wishes = { notOn: [], from: null, to: null, zone: null, around: 0, lunch: false, atUsualPlaces: false, together: 0 };

/** The minute of the day of "09:30"; null where it is none. */
export const minuteOf = (time: string): number | null => {
  const [hour, minute] = time.split(":").map(Number);
  return hour === undefined || minute === undefined || Number.isNaN(hour + minute) ? null : hour * 60 + minute;
};

/** "not on Friday, after 10:00 in Halifax, 15 minutes around it, lunch kept free"; empty where nothing is wished. */
export function wishWords({ notOn, from, to, zone, around, lunch, atUsualPlaces, together }: Wishes): string {
  const hours =
    from !== null && to !== null
      ? `from ${timeOf(from)} to ${timeOf(to)}`
      : from !== null
        ? `after ${timeOf(from)}`
        : to !== null
          ? `before ${timeOf(to)}`
          : "";
  const clocked = notOn.length > 0 || hours !== "";
  const days = notOn.length > 0 ? `not on ${and(notOn.toSorted((a, b) => a - b).map((d) => weekdays[d - 1] ?? ""))}` : "";
  const byClock = [days, hours].filter(Boolean).join(", ") + (clocked && zone !== null ? ` in ${cityOf(zone)}` : "");
  return [
    byClock,
    around > 0 ? `${around} minutes around it` : "",
    lunch ? "lunch kept free" : "",
    atUsualPlaces ? "at their usual places" : "",
    together ? `within ${lengthText(together * minute)} of what is there already` : "",
  ]
    .filter(Boolean)
    .join(", ");
}
