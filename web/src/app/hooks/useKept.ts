import { useCallback, useEffect, useRef, useState } from "react";

const nameOf = (name: string) => `corlin-kept-${name}`;

function read<T>(name: string): T | undefined {
  const kept = sessionStorage.getItem(nameOf(name));
  if (kept === null) return undefined;
  try {
    return JSON.parse(kept) as T;
  } catch {
    return undefined;
  }
}

export interface Kept<T> {
  value: T;
  set: (next: T | ((before: T) => T)) => void;
  /** Some parts of it become others. */
  edit: (part: Partial<T>) => void;
  /** Whether what was typed before is what the form opened with. */
  restored: boolean;
  /** It was used, or is not wanted: the form is as it would be now without it, or as is said. */
  forget: (becomes?: T) => void;
}

/**
 * What is typed in a form that can be left: it is kept in this window as it is typed, and offered again when the form opens again, until it is
 * used or let go.
 */
export function useKept<T>(name: string, initial: () => T): Kept<T> {
  const latest = useRef(initial);
  useEffect(() => {
    latest.current = initial;
  });
  const [state, setState] = useState(() => {
    const kept = read<T>(name);
    return { value: kept ?? initial(), restored: kept !== undefined, touched: kept !== undefined };
  });
  useEffect(() => {
    if (state.touched) sessionStorage.setItem(nameOf(name), JSON.stringify(state.value));
    else sessionStorage.removeItem(nameOf(name));
  }, [name, state]);
  const set = useCallback(
    (next: T | ((before: T) => T)) =>
      setState((s) => ({ ...s, touched: true, value: typeof next === "function" ? (next as (before: T) => T)(s.value) : next })),
    [],
  );
  const edit = useCallback((part: Partial<T>) => set((before) => ({ ...before, ...part })), [set]);
  const forget = useCallback(
    (becomes?: T) => {
      // At once: the form may be gone before anything else is drawn.
      sessionStorage.removeItem(nameOf(name));
      setState({ value: becomes ?? latest.current(), restored: false, touched: false });
    },
    [name],
  );
  return { value: state.value, set, edit, restored: state.restored, forget };
}
