import { useMemo } from "react";
import type { Person } from "../../api/types";
import { useSetting } from "./useSetting";

const none: string[] = [];

/** Which lanes are shown, and whether as a list; both are remembered. */
export function useShownLanes(people: Person[]) {
  const [asList, setAsList] = useSetting("as-list", false);
  const [hidden, setHidden] = useSetting("hidden-lanes", none);

  return useMemo(() => {
    const toggle = (id: string) => setHidden(hidden.includes(id) ? hidden.filter((h) => h !== id) : [...hidden, id]);
    // The last lane stays: an empty board would not say why it is empty.
    const shown = people.filter((p) => !hidden.includes(p.id));
    const isShown = (id: string) => shown.length === 0 || !hidden.includes(id);
    return {
      asList,
      isShown,
      toggle,
      toggleList: () => setAsList(!asList),
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
  }, [asList, hidden, people, setAsList, setHidden]);
}
