import type { Desk, Person } from "../../api/types";

/** Those whose calendars one keeps, and oneself. */
export function keptBy(desk: Desk): Person[] {
  const principals = desk.day.lanes.map((l) => l.who);
  return principals.some((p) => p.id === desk.viewer.id) ? principals : [...principals, desk.viewer];
}
