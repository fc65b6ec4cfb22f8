import { useEffect, useLayoutEffect, useState } from "react";
import { Problem } from "../../api/client";
import { Autosave, type Keeping } from "./autosave";

/**
 * What is typed on a screen is kept on the server as it is typed, and when the screen is left.
 * @param send Sends what stands now.
 * @param elsewhere The answers that say that another wrote on it meanwhile.
 * @param underWay Hears of what is on its way.
 */
export function useAutosave(send: () => Promise<void>, elsewhere: readonly number[], underWay?: (sent: Promise<void>) => void) {
  const [keeping, say] = useState<Keeping>("kept");
  const [save] = useState(() => new Autosave(say));
  // Before what is typed or left can ask for it.
  useLayoutEffect(() => {
    save.by({ send, isElsewhere: (problem) => problem instanceof Problem && elsewhere.includes(problem.status), underWay });
  });
  useEffect(() => {
    const leave = () => void save.keep();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [save]);
  return { keeping, save };
}
