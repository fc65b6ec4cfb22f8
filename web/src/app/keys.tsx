import { createContext, use, useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from "react";

/** A key that acts on a screen: how it is written in the foot, what it does. */
export interface KeyHint {
  keys: string;
  does: string;
}

interface KeysState {
  hints: KeyHint[];
  /** Shows some in the foot until the screen that says so has gone; then those before it are shown again. */
  showHints: (hints: KeyHint[]) => () => void;
  single: boolean;
  setSingle: (on: boolean) => void;
  helpOpen: boolean;
  setHelpOpen: (open: boolean) => void;
}

const Keys = createContext<KeysState | undefined>(undefined);
const none: KeyHint[] = [];
const keptSingle = "corlin-single-keys";

export function KeysProvider({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<KeyHint[][]>([]);
  const showHints = useCallback((hints: KeyHint[]) => {
    setShown((now) => [...now, hints]);
    return () => setShown((now) => now.filter((h) => h !== hints));
  }, []);
  const hints = shown.at(-1) ?? none;
  const [single, setSingleState] = useState(() => localStorage.getItem(keptSingle) !== "off");
  const [helpOpen, setHelpOpen] = useState(false);
  const setSingle = useCallback((on: boolean) => {
    localStorage.setItem(keptSingle, on ? "on" : "off");
    setSingleState(on);
  }, []);
  const value = useMemo(
    () => ({ hints, showHints, single, setSingle, helpOpen, setHelpOpen }),
    [hints, showHints, single, setSingle, helpOpen],
  );
  return <Keys value={value}>{children}</Keys>;
}

export function useKeysState(): KeysState {
  const state = use(Keys);
  if (!state) throw new Error("Keys are used outside their provider.");
  return state;
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName));
}

/** Keys of a screen. Single letters act only where nobody types and they are switched on; a dialog that is open keeps them. */
export function useKeys(map: Record<string, () => void>, hints?: KeyHint[]) {
  const { showHints, single } = useKeysState();
  const current = useRef(map);
  useEffect(() => {
    current.current = map;
  });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const control = event.ctrlKey || event.metaKey;
      const name = `${control ? "Ctrl+" : ""}${control && event.shiftKey ? "Shift+" : ""}${event.key.length === 1 ? event.key.toLowerCase() : event.key}`;
      const act = current.current[name];
      if (!act || event.defaultPrevented || event.altKey) return;
      const letter = event.key.length === 1 && !control;
      if (letter && (!single || isTyping(event.target))) return;
      // A field takes back what was typed in it.
      if (isTyping(event.target) && ["Ctrl+z", "Ctrl+y", "Ctrl+Shift+z"].includes(name)) return;
      if (letter && document.querySelector('[role="dialog"], [role="menu"]')) return;
      event.preventDefault();
      act();
    };
    addEventListener("keydown", onKey);
    return () => removeEventListener("keydown", onKey);
  }, [single]);
  const written = JSON.stringify(hints);
  useEffect(() => {
    return written ? showHints(JSON.parse(written) as KeyHint[]) : undefined;
  }, [written, showHints]);
}
