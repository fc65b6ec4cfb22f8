import { useNavigate } from "@tanstack/react-router";
import { ask, client } from "../../api/client";
import type { EntryDetails } from "../../api/types";
import { Button } from "../../ui/Button";
import { beginArranging, type Begun } from "../parts/arrangeWith";
import { useChanges } from "../hooks/changes";
import { ForwardPart } from "./parts/ForwardPart";
import { SpokenPart } from "./parts/SpokenPart";
import { TurnOverPart } from "./parts/TurnOverPart";
import { WritePart } from "./parts/WritePart";

/** What becomes of an entry in Arrange and by mail. */
export function GoOn({ entry, lane, onDone }: { entry: EntryDetails; lane: string; onDone: () => void }) {
  const navigate = useNavigate();
  const { run } = useChanges();
  const arrange = (begun: Begun) => {
    beginArranging(begun);
    void navigate({ to: "/arrange" });
  };
  const { held } = entry;
  if (held)
    return (
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => arrange({ hold: entry })}>Arrange it at this time</Button>
        <Button
          look="plain"
          onClick={() =>
            run(
              ask(client.DELETE("/api/holds/{request}", { params: { path: { request: held.request } } })),
              `Nothing is held for “${entry.title}” any more.`,
            )
          }
        >
          {held.starts.length === 1 ? "Release it" : `Release all ${held.starts.length}`}
        </Button>
      </div>
    );
  if (entry.kind !== "meeting") return null;
  if (!entry.sent)
    return (
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => arrange({ saved: entry })}>Go on with it and send</Button>
      </div>
    );
  return (
    <div className="flex flex-wrap gap-2">
      <Button onClick={() => arrange({ like: entry })}>Copy to a new meeting</Button>
      <SpokenPart id={entry.id} occurrence={entry.occurrence} title={entry.title} attendees={entry.attendees} />
      <WritePart id={entry.id} occurrence={entry.occurrence} title={entry.title} attendees={entry.attendees} />
      {entry.mayForward && <ForwardPart entry={entry} lane={lane} onDone={onDone} />}
      <TurnOverPart entry={entry} onDone={onDone} />
    </div>
  );
}
