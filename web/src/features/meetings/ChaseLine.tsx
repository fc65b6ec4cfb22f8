import { useEffect, useRef } from "react";
import type { ChaseRow } from "../../api/types";
import { hoistOf, peopleOf } from "../../lane/Attendees";
import { Flag } from "../../lane/Flag";
import { Tone } from "../../ui/Tone";

const mostStaffs = 9;

/** A meeting in a line: when, what, the staffs of who is asked, how it stands. */
export function ChaseLine({ row, chosen, sought, onChoose }: { row: ChaseRow; chosen: boolean; sought: boolean; onChoose: () => void }) {
  const line = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // With what opens below it, also when an answer moves it to another group.
    if (chosen && sought) line.current?.closest("li")?.scrollIntoView({ block: "nearest" });
  }, [chosen, sought, row.group]);
  const asked = peopleOf(row.attendees);
  const required = asked.filter((a) => a.role === "required");
  const accepted = required.filter((a) => a.answer === "accepted").length;
  return (
    <button
      ref={line}
      type="button"
      aria-expanded={chosen}
      onClick={onChoose}
      className="grid min-h-11 w-full grid-cols-[24px_178px_minmax(0,1fr)_auto_minmax(0,1.1fr)] min-[1200px]:grid-cols-[24px_200px_minmax(0,0.8fr)_220px_minmax(0,1.2fr)] items-center gap-x-4 text-left max-[700px]:flex max-[700px]:flex-wrap max-[700px]:gap-x-3 max-[700px]:py-2"
    >
      <Flag flag={row.organiser.flag} />
      <span>{row.when}</span>
      <span className="truncate max-[700px]:order-first max-[700px]:basis-full max-[700px]:whitespace-normal">
        <span className="font-semibold">{row.title}</span>
        <span className="text-soft">, for {row.organiser.givenName}</span>
      </span>
      <span className="flex min-w-[120px] items-center gap-0.5">
        {asked.slice(0, mostStaffs).map((a) => (
          <span key={a.who.id} title={`${a.who.name}: ${a.words}`}>
            <Flag flag={a.who.flag} hoist={hoistOf(a.answer)} height={20} />
          </span>
        ))}
        <span className="ml-1 text-xs text-soft">
          {accepted} of {required.length} required
        </span>
      </span>
      <span className="truncate max-[700px]:basis-full max-[700px]:whitespace-normal" title={`${row.judgement} ${row.reason}`}>
        <Tone tone={row.tone}>{row.judgement}</Tone> {row.reason}
      </span>
    </button>
  );
}
