import { createContext, use, useSyncExternalStore } from "react";

/** Where the pointer is over a board, in the axis's pixels. It moves often, so only what reads it is drawn again. */
export interface Hover {
  get: () => number | undefined;
  set: (x: number | undefined) => void;
  subscribe: (tell: () => void) => () => void;
}

export function makeHover(): Hover {
  let at: number | undefined;
  const listeners = new Set<() => void>();
  return {
    get: () => at,
    set(x) {
      if (x === at) return;
      at = x;
      for (const tell of listeners) tell();
    },
    subscribe(tell) {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
  };
}

const none = makeHover();

export const HoverContext = createContext<Hover>(none);

export function useHover(): number | undefined {
  const hover = use(HoverContext);
  return useSyncExternalStore(hover.subscribe, hover.get);
}
