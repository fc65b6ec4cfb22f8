import { useState } from "react";
import { useSetting, type LaneSet } from "../../app/hooks/useSetting";
import { Button } from "../../ui/Button";

const none: LaneSet[] = [];

/** Sets of lanes under a name: chosen, kept, taken out. */
export function LaneSets({ who, onChoose }: { who: string[]; onChoose: (who: string[]) => void }) {
  const [sets, setSets] = useSetting("lane-sets", none);
  const [name, setName] = useState("");
  const keep = () => {
    const called = name.trim();
    if (called === "") return;
    setSets([...sets.filter((s) => s.name !== called), { name: called, who }]);
    setName("");
  };
  return (
    <section aria-label="Named sets" className="mt-3 border-t border-rule pt-2">
      <ul>
        {sets.map((s) => (
          <li key={s.name} className="flex min-h-8 items-center gap-2 border-b border-rule">
            <button type="button" className="min-h-8 flex-1 text-left font-semibold hover:bg-water" onClick={() => onChoose(s.who)}>
              {s.name}
            </button>
            <span className="text-soft">{s.who.length === 1 ? "one lane" : `${s.who.length} lanes`}</span>
            <button
              type="button"
              aria-label={`Remove the set ${s.name}`}
              className="min-h-8 px-1 text-soft underline underline-offset-4 hover:text-brick"
              onClick={() => setSets(sets.filter((o) => o.name !== s.name))}
            >
              remove
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-1 flex items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <label className="flex-1">
          <span className="text-soft">Keep these lanes as a set called</span>
          <input
            value={name}
            maxLength={40}
            onChange={(e) => setName(e.target.value)}
            className="h-8 w-full border-b border-ink bg-transparent text-[14px]"
          />
        </label>
        <Button type="submit" disabled={name.trim() === ""}>
          Keep the set
        </Button>
      </form>
    </section>
  );
}
