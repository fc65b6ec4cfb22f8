import { useState } from "react";
import type { Chosen } from "../sentence/PeoplePicker";

/** An absence of an assistant as it was said: cover and handover are two acts of one sentence, and neither asks anew for what the other knows. */
interface Away {
  cover: Chosen | undefined;
  first: string;
  last: string;
  line: string;
}

let said: Away = { cover: undefined, first: "", last: "", line: "" };

/** What was said of it stays while this page lives, wherever it is said. */
export function useAway(): [Away, (part: Partial<Away>) => void] {
  const [away, setAway] = useState(said);
  return [
    away,
    (part) => {
      said = { ...said, ...part };
      setAway(said);
    },
  ];
}
