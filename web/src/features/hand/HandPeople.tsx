import { Link } from "@tanstack/react-router";
import type { Person } from "../../api/types";
import { Flag } from "../../lane/Flag";

/** Whose day: those for whom one speaks along the top, and the way to find anything. */
export function HandPeople({ people, who, onChoose }: { people: Person[]; who: string; onChoose: (id: string) => void }) {
  return (
    <div className="flex items-center gap-1 pt-1">
      <div role="group" aria-label="Whose day" className="flex min-w-0 flex-1 gap-1 overflow-x-auto">
        {people.map((p) => (
          <button
            key={p.id}
            type="button"
            aria-pressed={p.id === who}
            className={`flex min-h-11 shrink-0 items-center gap-2 pr-3 text-[15px] ${p.id === who ? "font-semibold" : "text-soft"}`}
            onClick={() => onChoose(p.id)}
          >
            {p.id === who && <Flag flag={p.flag} height={22} />}
            {p.givenName}
          </button>
        ))}
      </div>
      <Link to="/find" className="flex min-h-11 items-center pl-2 text-[15px] text-soft">
        Find
      </Link>
    </div>
  );
}
