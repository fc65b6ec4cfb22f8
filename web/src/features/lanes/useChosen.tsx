import { useCallback, useState } from "react";
import { ask, client } from "../../api/client";
import type { Category, Entry } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { CategoryChoice } from "../../sentence/CategoryChoice";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";

interface Chosen {
  entry: Entry;
  lane: string;
}

const keyOf = (entry: Entry, lane: string) => `${lane} ${entry.id ?? ""} ${entry.occurrence ?? ""}`;

/** Entries chosen to be given a category together. */
export function useChosen(categories: Category[]) {
  const [chosen, setChosen] = useState<Chosen[]>([]);
  const { run } = useChanges();
  const isChosen = useCallback((entry: Entry, lane: string) => chosen.some((c) => keyOf(c.entry, c.lane) === keyOf(entry, lane)), [chosen]);
  const toggle = useCallback((entry: Entry, lane: string) => {
    if (!entry.id) return;
    const key = keyOf(entry, lane);
    setChosen((before) => {
      const others = before.filter((c) => keyOf(c.entry, c.lane) !== key);
      return others.length < before.length ? others : [...before, { entry, lane }];
    });
  }, []);
  const lanes = [...new Set(chosen.map((c) => c.lane))];
  const put = (category: string) => {
    const byLane = lanes.map((lane) => ({
      lane,
      entries: [...new Set(chosen.filter((c) => c.lane === lane).map((c) => c.entry.id ?? ""))],
    }));
    const count = byLane.reduce((sum, p) => sum + p.entries.length, 0);
    const words = category === "" ? "have no category" : `are ${category}`;
    // A list belongs to one calendar, so each lane is a change of its own; together they are one act.
    run(
      ask(client.POST("/api/marks/chosen", { body: { chosen: byLane, category } })),
      count === 1 ? "One entry is changed." : `${count} entries ${words}.`,
    );
    setChosen([]);
  };
  useKeys(chosen.length > 0 ? { Escape: () => setChosen([]) } : {});
  return {
    isChosen,
    toggle,
    bar: chosen.length > 0 && (
      <div role="group" aria-label="Chosen entries" className="no-print flex items-center gap-3 border-t border-rule pt-1.5 text-[14px]">
        <span className="font-semibold">{chosen.length === 1 ? "One chosen" : `${chosen.length} chosen`}</span>
        <span>
          to be{" "}
          <Part name="Category for the chosen" value="of a category" width={280}>
            {(close) => (
              <CategoryChoice
                categories={categories.filter((c, i) => lanes.includes(c.lane) && categories.findIndex((o) => o.name === c.name) === i)}
                chosen={chosen.some((c) => c.entry.category) ? " " : undefined}
                onChoose={(name) => {
                  close();
                  put(name);
                }}
              />
            )}
          </Part>
        </span>
        <Button look="plain" onClick={() => setChosen([])}>
          Clear the selection
        </Button>
      </div>
    ),
  };
}
