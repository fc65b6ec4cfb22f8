import type { Chosen } from "../../sentence/PeoplePicker";
import { useKept } from "../hooks/useKept";

/** An absence of an assistant as it was said: cover and handover are two acts of one sentence, and neither asks anew for what the other knows. */
interface Away {
  cover?: Chosen | undefined;
  first: string;
  last: string;
  line: string;
}

/** What was said of it stays in this window until somebody else signs in, wherever it is said. */
export function useAway(): [Away, (part: Partial<Away>) => void] {
  const kept = useKept<Away>("away", () => ({ first: "", last: "", line: "" }));
  return [kept.value, kept.edit];
}
