import type { AfterDeadline } from "../api/types";

const after: { value: AfterDeadline; words: string }[] = [
  { value: "told", words: "I decide: it waits for a decision on Chase and on the Desk" },
  { value: "goesOn", words: "it goes on without those who have not accepted" },
  { value: "cancelled", words: "it is cancelled where somebody required has not accepted" },
];

/** What is done after a deadline, in a few words. */
export const afterWords: Record<AfterDeadline, string> = {
  told: "then I decide",
  goesOn: "then it goes on without the others",
  cancelled: "then it is cancelled",
};

const field = "h-9 border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea";

/** Until when answers are wanted, and what is done then. */
export interface Deadline {
  /** 2027-03-11 */
  day: string;
  /** 12:00 */
  time: string;
  then: AfterDeadline;
}

interface Props {
  /** By whose clock. */
  label: string;
  deadline: Deadline;
  onSay: (deadline: Deadline) => void;
}

export function DeadlineFields({ label, deadline, onSay }: Props) {
  const say = (part: Partial<Deadline>) => onSay({ ...deadline, ...part });
  return (
    <>
      <div className="flex flex-wrap items-end gap-3">
        <label>
          <span className="block text-soft">{label}</span>
          <input type="date" autoFocus required value={deadline.day} onChange={(e) => say({ day: e.target.value })} className={field} />
        </label>
        <label>
          <span className="sr-only">By what time</span>
          <input type="time" required step={300} value={deadline.time} onChange={(e) => say({ time: e.target.value })} className={field} />
        </label>
      </div>
      <fieldset>
        <legend className="text-soft">Then</legend>
        {after.map((t) => (
          <label key={t.value} className="flex min-h-8 items-center gap-1.5">
            <input
              type="radio"
              name="then"
              checked={deadline.then === t.value}
              onChange={() => say({ then: t.value })}
              className="size-4 shrink-0 accent-sea"
            />
            {t.words}
          </label>
        ))}
      </fieldset>
    </>
  );
}
