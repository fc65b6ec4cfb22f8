import { Part } from "../../sentence/Part";
import { PeoplePicker } from "../../sentence/PeoplePicker";
import { eachWords, type Draft, type Each } from "./draft";

interface Props {
  draft: Draft;
  /** The organiser’s id. */
  organiser: string;
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** People who are met one after another, each in a meeting of their own: the plan that meets the most stands beside it. */
export function EachPart({ draft, organiser, wrong, onEdit }: Props) {
  const { each } = draft;
  const say = (part: Partial<Each>) => onEdit({ each: { ...each, ...part }, start: undefined });
  return (
    <Part
      name="One after another"
      value={eachWords(each)}
      quiet={each.of.length === 0 ? "one after another" : undefined}
      wrong={wrong}
      width={400}
    >
      {() => (
        <div className="grid gap-3">
          <p className="text-soft">Each of these is met once, in a meeting of their own, by everyone else in the sentence.</p>
          {draft.repeats !== "" && <p>This meeting repeats. Say that it is once, and they can be met one after another.</p>}
          <PeoplePicker
            label="Met one after another"
            chosen={each.of}
            not={[organiser, ...[...draft.required, ...draft.optional, ...draft.some.of].map((o) => o.id)]}
            wrong={wrong}
            onChange={(of) => say({ of, byHand: of.length === 0 ? {} : each.byHand })}
          />
          {each.of.length > 0 && (
            <label className="flex min-h-8 items-center gap-2">
              <input
                type="checkbox"
                checked={each.inOneRun}
                onChange={(e) => say({ inOneRun: e.target.checked })}
                className="size-4 accent-sea"
              />
              Without a gap, but for the time wished around each
            </label>
          )}
        </div>
      )}
    </Part>
  );
}
