import { ask, client } from "../../api/client";
import type { WaysOut } from "../../api/types";
import { useChanges } from "./changes";

interface Cleared {
  entry: string;
  occurrence: string | null;
  inNameOf: string;
  title: string;
}

/** Moves what is in the way of something, and accepts it where it is an invitation: one act with one undo. */
export function useClearing() {
  const { run } = useChanges();
  return (what: Cleared, clear: NonNullable<WaysOut["clear"]>, accept: boolean, comment: string | null = null) =>
    run(
      ask(
        client.POST("/api/entries/{id}/clearing", {
          params: { path: { id: what.entry } },
          body: {
            inNameOf: what.inNameOf,
            occurrence: what.occurrence,
            moves: clear.moves.map((m) => ({ ...m, occurrence: m.recurrenceId })),
            accept,
            comment,
          },
        }),
      ),
      `${clear.words.replace(/^Move /, "Moved ")}${accept ? `; “${what.title}” accepted` : ""}. ${clear.notified.charAt(0).toUpperCase()}${clear.notified.slice(1)}.`,
    );
}
