import { useSyncExternalStore } from "react";

const handsWidth = window.matchMedia("(max-width: 600px)");

/** Whether the window is as narrow as a telephone: one day at a time, and everything within the thumb's reach. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    (changed) => {
      handsWidth.addEventListener("change", changed);
      return () => handsWidth.removeEventListener("change", changed);
    },
    () => handsWidth.matches,
  );
}
