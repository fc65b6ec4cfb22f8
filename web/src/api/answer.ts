import { ask, client } from "./client";

export type GivenAnswer = "accepted" | "tentative" | "declined";

/** Answers an invitation in somebody's name, without a word or another time. */
export function giveAnswer(entry: string, inNameOf: string, occurrence: string | null, answer: GivenAnswer, allTheSame = false) {
  const body = { inNameOf, occurrence, answer, comment: null, proposedStart: null, proposedEnd: null, allTheSame };
  return ask(client.POST("/api/entries/{id}/answer", { params: { path: { id: entry } }, body }));
}
