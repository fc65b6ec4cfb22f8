import { ask, client } from "./client";
import type { TimeRequest } from "./types";

export type GivenAnswer = "accepted" | "tentative" | "declined";

/** What is answered, and for whom; perhaps with a line, and with another time that is offered. */
export interface Answering {
  entry: string;
  occurrence: string | null;
  inNameOf: string;
  comment?: string | null;
  proposed?: TimeRequest | null;
  /** The standing instruction that is followed. */
  instruction?: string | null;
  /** Kept without writing to who organises it outside. */
  untold?: boolean;
}

/** Answers an invitation in somebody's name. */
export function giveAnswer({ entry, comment = null, proposed = null, instruction = null, untold = false, ...what }: Answering, answer: GivenAnswer, allTheSame = false) {
  return ask(client.POST("/api/entries/{id}/answer", { params: { path: { id: entry } }, body: { ...what, answer, comment, proposed, instruction, untold, allTheSame } }));
}
