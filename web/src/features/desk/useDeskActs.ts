import { useNavigate } from "@tanstack/react-router";
import type { GivenAnswer } from "../../api/answer";
import { ask, client } from "../../api/client";
import type { QueueRow } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useAddress } from "../../app/hooks/useAddress";
import { useAnswer } from "../../app/hooks/useAnswer";
import { useConcern } from "../../app/hooks/useConcern";
import { useTurnOver } from "../../app/hooks/useTurnOver";
import { isAccess, isOffer, isRequest, isTask } from "./rows";

/** What is done with a row of the queue: answered, settled, or opened where it is dealt with. */
export function useDeskActs(sheet: { open: (id: string, lane: string, occurrence: string | null) => void }) {
  const navigate = useNavigate();
  const reply = useAnswer();
  const { run } = useChanges();
  const takeOver = useTurnOver();
  const address = useAddress();
  const answer = (r: QueueRow, word: GivenAnswer) =>
    r.entry && reply({ entry: r.entry, occurrence: r.occurrence, inNameOf: r.for.id }, word, `${r.title}: ${word} for ${r.for.givenName}.`);
  const settle = (r: QueueRow, takenUp: boolean) => {
    const { offer, entry } = r;
    if (r.turnOver !== null) return takeOver(r, takenUp);
    if (r.address !== null) return address.settle(r.address, r.for, takenUp);
    if (!offer || !entry) return;
    const are = offer.members.length === 1 ? "is" : "are";
    const done = `${offer.name.slice(0, 1).toUpperCase()}${offer.name.slice(1)} ${are} ${offer.joined ? "" : "no longer "}invited`;
    run(
      ask(
        client.POST("/api/meetings/{id}/members", {
          params: { path: { id: entry } },
          body: { group: offer.group, members: offer.members, takenUp },
        }),
      ),
      takenUp ? `${done}; they are notified in ten seconds.` : `It stays as it is with ${offer.name}.`,
    );
  };
  const open = (r: QueueRow) => {
    if (isAccess(r)) void navigate({ to: "/access" });
    else if (isRequest(r)) void navigate({ to: "/requests" });
    else if (isOffer(r)) void navigate({ to: "/chase" });
    else if (r.verb === "Chase" && r.entry && !isTask(r)) void navigate({ to: "/chase", search: { meeting: r.entry } });
    else if (r.entry) sheet.open(r.entry, r.for.id, r.occurrence);
    else void navigate({ to: "/lanes", search: { who: r.for.id, view: "working-days" } });
  };
  const { go, dismiss } = useConcern(sheet);
  return { answer, settle, open, go, dismiss };
}

export type DeskActs = ReturnType<typeof useDeskActs>;
