import type { GivenAnswer } from "../../api/answer";
import type { EntryDetails } from "../../api/types";
import { Button } from "../../ui/Button";
import { useAnswer } from "../useAnswer";

/** The answers that the reader may give, for each person for whom they may. */
export function AnswerFor({ entry, onDone }: { entry: EntryDetails; onDone: () => void }) {
  const give = useAnswer();
  const answer = (inNameOf: string, name: string, word: GivenAnswer) =>
    give({ entry: entry.id, occurrence: entry.occurrence, inNameOf }, word, `${entry.title}: ${word} for ${name}.`, onDone);
  return entry.mayAnswerFor.map((who) => (
    <div key={who.id} className="flex flex-wrap items-center gap-1.5">
      <span className="mr-1 text-soft">For {who.givenName}</span>
      <Button onClick={() => answer(who.id, who.givenName, "accepted")}>Accept</Button>
      <Button onClick={() => answer(who.id, who.givenName, "tentative")}>Tentative</Button>
      <Button onClick={() => answer(who.id, who.givenName, "declined")}>Decline</Button>
    </div>
  ));
}
