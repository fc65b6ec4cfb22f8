import type { Zone } from "../api/types";

export const minute = 60_000;
export const hour = 60 * minute;

/** Minutes east of UTC that hold in a zone at a moment. The server says them; the browser knows no zones. */
export function offsetAt(zone: Zone, moment: number): number {
  let minutes = zone.offsets[0]?.offsetMinutes ?? 0;
  for (const offset of zone.offsets) {
    if (offset.from > moment) break;
    minutes = offset.offsetMinutes;
  }
  return minutes;
}

/** The wall clock in a zone, as a Date whose UTC fields are the local ones. */
export function wallClock(zone: Zone, moment: number): Date {
  return new Date(moment + offsetAt(zone, moment) * minute);
}

const two = (n: number) => String(n).padStart(2, "0");

/** "09:30" of a minute of the day; "24:00" of its end. */
export const timeOf = (minutes: number) => `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`;

export function clock(zone: Zone, moment: number): string {
  const local = wallClock(zone, moment);
  return `${two(local.getUTCHours())}:${two(local.getUTCMinutes())}`;
}

/** "2027-03-16T12:00", the form in which a wall-clock time is sent. */
export function localText(zone: Zone, moment: number): string {
  return wallClock(zone, moment).toISOString().slice(0, 16);
}

/** The moment of a wall-clock time in a zone; where the clock skips it, as much later. */
export function momentOf(zone: Zone, local: string): number {
  const wall = Date.parse(`${local}Z`);
  const first = wall - offsetAt(zone, wall) * minute;
  return wall - offsetAt(zone, first) * minute;
}

/** "4 h behind", "13 h ahead", or nothing where both show the same hour. */
export function behindOrAhead(zone: Zone, other: Zone, moment: number): string {
  const by = offsetAt(zone, moment) - offsetAt(other, moment);
  return by === 0 ? "" : `${lengthText(Math.abs(by) * minute)} ${by < 0 ? "behind" : "ahead"}`;
}

export function dateText(zone: Zone, moment: number): string {
  return localText(zone, moment).slice(0, 10);
}

const months = ["January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"];

export const weekdays = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** "Tuesday" of an ISO date. */
export function weekdayOf(date: string): string {
  return weekdays[(new Date(`${date}T00:00Z`).getUTCDay() + 6) % 7] ?? "";
}

/** "16 March" of an ISO date. */
export function dayAndMonth(date: string): string {
  const day = new Date(`${date}T00:00Z`);
  return `${day.getUTCDate()} ${months[day.getUTCMonth()] ?? ""}`;
}

export function addDays(date: string, days: number): string {
  return new Date(Date.parse(`${date}T00:00Z`) + days * 24 * hour).toISOString().slice(0, 10);
}

/** "45 minutes", "2 h", "2 h 30". */
export function lengthText(ms: number): string {
  const minutes = Math.round(ms / minute);
  if (minutes < 60) return minutes === 1 ? "1 minute" : `${minutes} minutes`;
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${two(minutes % 60)}`;
}
