import { ask, client, Problem } from "../../api/client";
import type { AskingRequest, EntryParts, MoveRequest } from "../../api/types";
import { nothing } from "./edit";

interface Act {
  occurrence: string | null;
  reach: "thisOne" | "all";
  move?: MoveRequest;
  asking?: AskingRequest;
  /** The parts that become others, with what they were. */
  becomes?: EntryParts;
  was?: EntryParts;
}

/** What stands was changed by somebody else since it was read. */
export const changedSince = () => new Problem("It has changed since. What stands now was kept.", "corlin:changed-since", 409, undefined);

/** Moves an entry, asks others to it or changes parts of it, in one act; where somebody was quicker nothing is changed. */
export async function changeEntry(
  id: string,
  { occurrence, reach, move, asking, becomes = nothing, was = nothing }: Act,
): Promise<{ change: number; told: number }> {
  const body = { occurrence, reach, becomes, was, move: move ?? null, asking: asking ?? null };
  const made = await ask(client.POST("/api/entries/{id}/change", { params: { path: { id } }, body }));
  if (made.change === null) throw changedSince();
  return { change: made.change, told: made.told };
}
