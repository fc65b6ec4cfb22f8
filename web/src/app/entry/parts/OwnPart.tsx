import { ask, client } from "../../../api/client";
import type { EntryDetails } from "../../../api/types";
import { PrivateChoice } from "../../../sentence/PrivateChoice";
import { useChanges } from "../../hooks/changes";

/** How private the lane's owner keeps their own part of a meeting; the organiser and the others are not told. */
export function OwnPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const { run } = useChanges();
  const isPrivate = entry.ownPartPrivate;
  if (isPrivate === null || isPrivate === undefined) return null;
  const put = (next: boolean) =>
    run(
      ask(client.PUT("/api/entries/{id}/own-part", { params: { path: { id: entry.id } }, body: { inNameOf: lane, private: next } })),
      next ? `“${entry.title}” is private on this lane.` : `“${entry.title}” is read on this lane as far as grants go.`,
    );
  return (
    <p className="mt-3">
      On this lane it is{" "}
      <PrivateChoice
        name="Who may read it on this lane"
        isPrivate={isPrivate}
        onChange={(next) => {
          if (next !== isPrivate) put(next);
        }}
      />
      .
    </p>
  );
}
