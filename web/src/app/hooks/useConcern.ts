import { useNavigate } from "@tanstack/react-router";
import { ask, client } from "../../api/client";
import type { QueueRow, WayOut } from "../../api/types";
import { changeEntry } from "../entry/changeEntry";
import { nothing } from "../entry/edit";
import { useChanges } from "./changes";

/** A row of something that needs a look. */
export type ConcernRow = QueueRow & { watch: NonNullable<QueueRow["watch"]> };

export const isConcern = (row: QueueRow): row is ConcernRow => row.watch !== null;

/** What is done with something that needs a look: dealt with where it can be, dismissed, or brought back. */
export function useConcern(sheet: { open: (id: string, lane: string, occurrence: string | null) => void }) {
  const navigate = useNavigate();
  const { run } = useChanges();
  const go = (row: ConcernRow, way: WayOut) => {
    if (row.entry && way.room) takeRoom(row, row.entry, way.words, way.room);
    else if (row.entry && way.repeats) repeat(row, row.entry, way.words, way.repeats);
    else if (way.kind === "chase" && row.entry) void navigate({ to: "/chase", search: { meeting: row.entry } });
    else if (way.kind === "whereabouts") void navigate({ to: "/whereabouts" });
    else if (way.kind === "access") void navigate({ to: "/access" });
    else if (way.kind === "person" && way.person) void navigate({ to: "/people", search: { who: way.person } });
    else if (row.entry) sheet.open(row.entry, row.for.id, row.occurrence);
    else void navigate({ to: "/lanes", search: { who: row.for.id, view: "working-days" } });
  };
  const done = (row: ConcernRow, words: string) => `Done for “${row.title}”: ${words}.`;
  /** Of a series only this one goes elsewhere. */
  const takeRoom = (row: ConcernRow, id: string, words: string, { take, leave, place }: NonNullable<WayOut["room"]>) =>
    run(
      changeEntry(id, {
        occurrence: row.occurrence,
        reach: row.occurrence === null ? "all" : "thisOne",
        becomes: { ...nothing, place: place?.becomes ?? null },
        was: { ...nothing, place: place?.was ?? null },
        asking: { required: [take], optional: [], removed: [leave] },
      }),
      done(row, words),
    );
  const repeat = (row: ConcernRow, id: string, words: string, { was, becomes }: NonNullable<WayOut["repeats"]>) =>
    run(
      changeEntry(id, {
        occurrence: row.occurrence,
        reach: "all",
        becomes: { ...nothing, repeats: becomes },
        was: { ...nothing, repeats: was },
      }),
      done(row, words),
    );
  const dismiss = (row: ConcernRow) =>
    run(
      ask(client.POST("/api/watch/dismissals", { body: { of: row.for.id, key: row.watch.key, print: row.watch.print } })),
      `“${row.title}” dismissed; it comes back when something about it changes.`,
    );
  const show = (row: ConcernRow) =>
    run(ask(client.POST("/api/watch/shown", { body: { of: row.for.id, key: row.watch.key } })), `“${row.title}” needs a look again.`);
  return { go, dismiss, show };
}
