import type { Answers } from "../../api/types";
import { Flag } from "../../lane/Flag";

interface Props {
  answered: Answers["justAnswered"];
  onOpen: (answered: Answers["justAnswered"][number]) => void;
}

/** What was answered a moment ago, by whom: nobody wonders where it went, and it can still be answered otherwise. */
export function JustAnswered({ answered, onOpen }: Props) {
  if (answered.length === 0) return null;
  return (
    <section aria-labelledby="just-answered" className="pt-4">
      <h2 id="just-answered" className="pb-1 text-soft">
        Answered just now
      </h2>
      <ul>
        {answered.map((a) => (
          <li key={`${a.for.id} ${a.entry} ${a.occurrence ?? ""}`} className="flex items-start gap-2 border-t border-rule py-1.5">
            <Flag flag={a.for.flag} height={18} />
            <button type="button" className="min-h-8 min-w-0 flex-1 text-left" onClick={() => onOpen(a)}>
              <span className="sr-only">{`Answered for ${a.for.name}: `}</span>
              <span className="font-semibold">{a.title}</span>, {a.words}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
