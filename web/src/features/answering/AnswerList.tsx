import { useEffect, useRef } from "react";
import type { AnswerRow, Answers } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { hour } from "../../lane/time";
import { Tone } from "../../ui/Tone";

interface Props {
  data: Answers;
  chosen: AnswerRow;
  /** The keys of those that are chosen together. */
  several: string[];
  onChoose: (row: AnswerRow) => void;
  onMark: (key: string) => void;
}

/** How soon something is to be decided, in a word. */
function soonness(row: AnswerRow, now: number) {
  const left = row.decision - now;
  if (left < 24 * hour) return "Within a day";
  return left < 7 * 24 * hour ? "Within a week" : "Later";
}

/** The invitations in a column, soonest first. */
export function AnswerList({ data, chosen, several, onChoose, onMark }: Props) {
  const current = useRef<HTMLLIElement>(null);
  useEffect(() => {
    current.current?.scrollIntoView({ block: "nearest" });
  }, [chosen.key]);
  const groups = ["Within a day", "Within a week", "Later"].map((words) => ({
    words,
    rows: data.rows.filter((r) => soonness(r, data.now) === words),
  }));
  return groups
    .filter((g) => g.rows.length > 0)
    .map((group) => (
      <div key={group.words}>
        <h2 className="pt-3 pb-1 font-semibold text-soft">{group.words}</h2>
        <ul aria-label={group.words}>
          {group.rows.map((row) => {
            const isChosen = row.key === chosen.key;
            return (
              <li
                key={row.key}
                ref={isChosen ? current : undefined}
                aria-current={isChosen ? "true" : undefined}
                className={`-ml-6 flex items-center gap-2 border-b border-rule pl-6 max-[900px]:-mr-6 max-[900px]:pr-6 ${isChosen ? "bg-water" : ""}`}
              >
                <input
                  type="checkbox"
                  aria-label={`Choose “${row.title}” for ${row.for.name} with others`}
                  checked={several.includes(row.key)}
                  onChange={() => onMark(row.key)}
                  className="size-4 accent-sea max-[900px]:size-6"
                />
                <button
                  type="button"
                  onClick={() => onChoose(row)}
                  className="grid min-h-[52px] min-w-0 flex-1 grid-cols-[22px_minmax(0,1fr)_auto] items-center gap-x-2 py-1.5 text-left"
                >
                  <Flag flag={row.for.flag} height={20} />
                  <span className="min-w-0">
                    <span className="sr-only">{`For ${row.for.name}: `}</span>
                    <span className="block truncate font-semibold">{row.title}</span>
                    <span className="block truncate text-[13px] text-soft">{`${row.when}, ${row.organiser.name}`}</span>
                  </span>
                  <span className="pr-2 text-[13px] whitespace-nowrap">
                    <Tone tone={row.tone}>{row.judgement}</Tone>
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      </div>
    ));
}
