import { ask, client } from "../../api/client";
import type { EntryDetails } from "../../api/types";
import { Choices, Part } from "../../sentence/Part";
import { useChanges } from "../changes";

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
      <Part name="Who may read it on this lane" value={isPrivate ? "private" : "not private"} width={320}>
        {(close) => (
          <Choices
            value={isPrivate ? "private" : "open"}
            options={[
              { value: "open", label: "not private", note: "read as far as grants go" },
              { value: "private", label: "private", note: "others see taken time" },
            ]}
            onChoose={(v) => {
              close();
              if ((v === "private") !== isPrivate) put(v === "private");
            }}
          />
        )}
      </Part>
      .
    </p>
  );
}
