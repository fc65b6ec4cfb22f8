import { useCallback, useMemo, useState } from "react";
import type { Person } from "../api/types";

const listKey = "corlin-as-list";
const hiddenKey = "corlin-hidden-lanes";

/** Which lanes are shown, and whether as a list; both are remembered. */
export function useShownLanes(people: Person[]) {
  const [asList, setAsList] = useState(() => localStorage.getItem(listKey) === "on");
  const [hidden, setHidden] = useState<string[]>(() => JSON.parse(localStorage.getItem(hiddenKey) ?? "[]") as string[]);

  const toggle = useCallback((id: string) => {
    setHidden((before) => {
      const next = before.includes(id) ? before.filter((h) => h !== id) : [...before, id];
      localStorage.setItem(hiddenKey, JSON.stringify(next));
      return next;
    });
  }, []);

  return useMemo(() => {
    // The last lane stays: an empty board would not say why it is empty.
    const shown = people.filter((p) => !hidden.includes(p.id));
    const isShown = (id: string) => shown.length === 0 || !hidden.includes(id);
    return {
      asList,
      isShown,
      toggle,
      toggleList: () =>
        setAsList((on) => {
          localStorage.setItem(listKey, on ? "off" : "on");
          return !on;
        }),
      keys: Object.fromEntries(people.slice(0, 9).map((p, i) => [String(i + 1), () => toggle(p.id)])),
      Hidden: () => (
        <div className="flex items-center gap-3 pt-1 text-soft">
          Hidden:
          {people
            .filter((p) => !isShown(p.id))
            .map((p) => (
              <button key={p.id} type="button" className="min-h-8 underline underline-offset-4" onClick={() => toggle(p.id)}>
                Show {p.name}
              </button>
            ))}
        </div>
      ),
    };
  }, [asList, hidden, people, toggle]);
}
