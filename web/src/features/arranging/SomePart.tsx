import { and } from "../../lane/words";
import { Part } from "../../sentence/Part";
import { PeoplePicker } from "../../sentence/PeoplePicker";
import { someWords, type Draft } from "./draft";

interface Props {
  draft: Draft;
  /** The organiser’s id. */
  organiser: string;
  /** Those of them who come at the chosen time, by name. */
  picked: string[];
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** People of whom only so many must come: a slot is where enough of them can. */
export function SomePart({ draft, organiser, picked, wrong, onEdit }: Props) {
  const { some } = draft;
  return (
    <Part
      name="Some of several"
      value={someWords(some)}
      quiet={some.of.length === 0 ? "one of several" : undefined}
      wrong={wrong}
      width={380}
    >
      {() => (
        <div className="grid gap-3">
          <p className="text-soft">Of these only some must come, whichever they are. Who is free at the chosen time is invited.</p>
          <PeoplePicker
            label="Some of these"
            chosen={some.of}
            not={[organiser, ...draft.required.map((r) => r.id), ...draft.optional.map((o) => o.id)]}
            wrong={wrong}
            onChange={(of) => onEdit({ some: { of, atLeast: Math.max(1, Math.min(some.atLeast, of.length)) } })}
          />
          {some.of.length > 1 && (
            <label className="flex items-center justify-between gap-3">
              How many must come
              <select
                value={some.atLeast}
                onChange={(e) => onEdit({ some: { ...some, atLeast: Number(e.target.value) } })}
                className="h-9 border-b border-ink bg-transparent"
              >
                {some.of.map((_, i) => (
                  <option key={i} value={i + 1}>
                    {i === 0 ? "one of them" : i + 1 === some.of.length ? "all of them" : `${i + 1} of them`}
                  </option>
                ))}
              </select>
            </label>
          )}
          {picked.length > 0 && <p>{`At the chosen time: ${and(picked)}.`}</p>}
        </div>
      )}
    </Part>
  );
}
