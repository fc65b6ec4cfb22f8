import { useEffect } from "react";

/** What was typed in another place and goes on in a line. */
const takers = new Map<string, (text: string) => void>();
let waiting: { line: string; text: string } | undefined;

/** Puts words on a line: at once where it stands, else as soon as it does. */
export function giveLine(line: string, text: string) {
  const take = takers.get(line);
  if (take) take(text);
  else waiting = { line, text };
}

/** Takes what is given to a line while it stands. */
export function useGivenLine(line: string, take: (text: string) => void) {
  useEffect(() => {
    takers.set(line, take);
    if (waiting?.line === line) {
      take(waiting.text);
      waiting = undefined;
    }
    return () => void takers.delete(line);
  }, [line, take]);
}
