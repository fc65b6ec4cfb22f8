import { Link } from "@tanstack/react-router";
import type { ReturnHead } from "../../api/types";
import { Flag } from "../../lane/Flag";

/** Absences that ended lately, each with the way to what came meanwhile. */
export function ReturnLines({ returns }: { returns: ReturnHead[] }) {
  if (returns.length === 0) return null;
  return (
    <ul aria-label="Back from an absence">
      {returns.map((r) => (
        <li key={r.id} className="flex min-h-10 flex-wrap items-center gap-x-4 border-b border-rule">
          <span className="w-16 font-semibold text-soft">Back</span>
          <Flag flag={r.who.flag} />
          <span className="min-w-0 flex-1">{r.words}.</span>
          <Link
            to="/whereabouts"
            search={{ absence: r.id }}
            className="flex min-h-8 items-center font-semibold underline underline-offset-4"
            aria-label={`See what came meanwhile: ${r.words}`}
          >
            See what came meanwhile
          </Link>
        </li>
      ))}
    </ul>
  );
}
