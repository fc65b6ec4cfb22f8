import type { InAbsence, SettledRequest } from "../../api/types";
import { Choices, Part } from "../../sentence/Part";
import { EntryLines } from "./EntryLines";

/** What was chosen of each entry, by its place in the list of its choices. */
export type Wishes = Record<string, number>;

const keyOf = (e: InAbsence) => `${e.entry} ${e.occurrence ?? ""}`;

/** What becomes of what stands in it, as it is sent; what is kept is not. */
export function settledOf(entries: InAbsence[], wishes: Wishes, proposed: boolean): SettledRequest[] {
  return entries.flatMap((e) => {
    const choice = e.choices[chosen(e, wishes, proposed)];
    return choice && choice.wish !== "keep" ? [{ entry: e.entry, occurrences: e.occurrences, wish: choice.wish, to: choice.to }] : [];
  });
}

function chosen(e: InAbsence, wishes: Wishes, proposed: boolean): number {
  const keep = e.choices.findIndex((c) => c.wish === "keep");
  return wishes[keyOf(e)] ?? (proposed ? 0 : keep);
}

interface Props {
  entries: InAbsence[];
  wishes: Wishes;
  /** Whether what is proposed stands chosen; otherwise everything is kept until something else is. */
  proposed: boolean;
  onWish: (wishes: Wishes) => void;
  onOpen: (entry: string, occurrence: string | null) => void;
}

/** What stands in the time of an absence, each with what becomes of it; each opens its sheet. */
export function Standing({ entries, wishes, proposed, onWish, onOpen }: Props) {
  if (entries.length === 0) return <p className="text-soft">Nothing is scheduled in it.</p>;
  return (
    <div>
      <h3 className="font-semibold">{entries.length === 1 ? "One entry falls into it" : `${entries.length} entries fall into it`}</h3>
      <EntryLines
        onOpen={onOpen}
        lines={entries.map((e) => {
          const at = chosen(e, wishes, proposed);
          return {
            ...e,
            when: `${e.when}, ${e.judgement}`,
            end:
              e.choices.length > 1 ? (
                <Part name={`What becomes of ${e.title}`} value={e.choices[at]?.words ?? ""} width={320}>
                  {(close) => (
                    <Choices<number>
                      value={at}
                      options={e.choices.map((c, i) => ({ value: i, label: c.words }))}
                      onChoose={(wish) => {
                        onWish({ ...wishes, [keyOf(e)]: wish });
                        close();
                      }}
                    />
                  )}
                </Part>
              ) : (
                <span className="text-soft">{e.choices[0]?.words}</span>
              ),
          };
        })}
      />
    </div>
  );
}
