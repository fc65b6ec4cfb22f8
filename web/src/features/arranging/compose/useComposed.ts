import type { Desk, KeptDraft } from "../../../api/types";
import { useKeys } from "../../../app/keys";
import { keptBy } from "../../../app/parts/keptBy";
import { useDraft } from "../useDraft";
import { useArranging, useAttempts } from "./useArranging";
import { useSearched } from "./useSearched";
import { useTimes } from "./useTimes";

export type Composed = ReturnType<typeof useComposed>;

/** A meeting as it is written: what was said, what that finds, and what is done with it. */
export function useComposed(desk: Desk, drafts: KeptDraft[]) {
  const viewerZone = desk.zones[0];
  if (!viewerZone) throw new Error("The desk has no zone.");
  const written = useDraft(viewerZone, desk.now, drafts, (keptBy(desk)[0] ?? desk.viewer).id);
  const attempts = useAttempts();
  const searched = useSearched(desk, viewerZone, written);
  const times = useTimes(written, searched, desk.now, () => attempts.setProblem(undefined));
  const doing = useArranging(written, searched, times, attempts);
  const { arrange, makeRoom } = doing;
  const { step, day, hold } = times;
  const { start, room } = searched;
  useKeys(
    {
      "Ctrl+Enter": () => arrange(true),
      "Ctrl+s": () => arrange(false),
      j: () => step(1),
      k: () => step(-1),
      h: () => day(-1),
      l: () => day(1),
      x: () => hold(start),
      ...(room.plan ? { m: () => makeRoom() } : {}),
    },
    [
      { keys: "Tab", does: "next part of the sentence" },
      { keys: "S", does: "say it in one line" },
      { keys: "J K", does: "along the slots" },
      { keys: "H L", does: "another day" },
      { keys: "X", does: "choose it to be held" },
      ...(room.plan ? [{ keys: "M", does: "make room" }] : []),
      { keys: "Ctrl S", does: "save without sending" },
      { keys: "Ctrl Enter", does: "send" },
    ],
  );
  return { desk, drafts, written, attempts, searched, times, doing };
}
