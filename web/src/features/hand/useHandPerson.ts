import { useCallback, useSyncExternalStore } from "react";

const name = "corlin-hand-person";
const changed = new Set<() => void>();

/** Whose day is in the hand: the one chosen last in this window, on every page. */
export function useHandPerson(): [string | undefined, (who: string | undefined) => void] {
  const who = useSyncExternalStore(
    (again) => {
      changed.add(again);
      return () => changed.delete(again);
    },
    () => sessionStorage.getItem(name) ?? undefined,
  );
  const choose = useCallback((next: string | undefined) => {
    if (next === undefined) sessionStorage.removeItem(name);
    else sessionStorage.setItem(name, next);
    for (const again of changed) again();
  }, []);
  return [who, choose];
}
