import { ask, client } from "../../api/client";
import type { AccessCalendar, Grant } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";

/** Withdraws what somebody holds; they are told, and it can be undone. */
export function useWithdraw() {
  const { run } = useChanges();
  return (grant: Grant, name: string, calendar: AccessCalendar) =>
    run(
      ask(client.POST("/api/access/grants/{id}/withdrawal", { params: { path: { id: grant.id } }, body: { line: null } })),
      `Withdrawn: ${name} holds it in ${calendar.own ? "your" : `${calendar.who.givenName}’s`} calendar no longer.`,
    );
}
