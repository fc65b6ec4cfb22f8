import type { Person } from "../../api/types";
import { minute, lengthText } from "../../lane/time";
import { and } from "../../lane/words";
import { Part } from "../../sentence/Part";
import type { Draft } from "./draft";

interface Props {
  draft: Draft;
  organiser: Person;
  onEdit: (part: Partial<Draft>) => void;
}

const lengths = [0, 30, 60, 120, 180];

/** Whose hours are loosened for this meeting, and by how much; everyone's are kept unless it says so. */
export function HoursPart({ draft, organiser, onEdit }: Props) {
  const people = [organiser, ...draft.required.flatMap((r) => (r.person?.kind === "person" ? [r.person] : []))];
  const by = (id: string) => draft.loosened[id] ?? 0;
  const loosened = people.filter((p) => by(p.id) > 0);
  const value = and(loosened.map((p) => `${lengthText(by(p.id) * minute)} early or late for ${p.givenName}`));
  return (
    <Part name="Hours" value={value} quiet={loosened.length === 0 ? "hours" : undefined} width={360}>
      {() => (
        <div className="grid gap-2">
          <p className="text-soft">How far a free slot may lie before or after somebody’s hours, for this meeting alone.</p>
          {people.map((p, i) => (
            <label key={p.id} className="flex items-center justify-between gap-3">
              {p.name}
              <select
                value={by(p.id)}
                autoFocus={i === 0}
                onChange={(e) => onEdit({ loosened: { ...draft.loosened, [p.id]: Number(e.target.value) } })}
                className="h-8 border-b border-ink bg-transparent"
              >
                {lengths.map((l) => (
                  <option key={l} value={l}>
                    {l === 0 ? "not at all" : lengthText(l * minute)}
                  </option>
                ))}
              </select>
            </label>
          ))}
        </div>
      )}
    </Part>
  );
}
