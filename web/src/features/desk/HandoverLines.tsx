import { Link } from "@tanstack/react-router";
import type { HandoverHead } from "../../api/types";
import { Flag } from "../../lane/Flag";

/** What others leave to the reader while they are away, and what the reader left. */
export function HandoverLines({ handovers }: { handovers: HandoverHead[] }) {
  if (handovers.length === 0) return null;
  return (
    <ul aria-label="Handovers">
      {handovers.map((h) => (
        <li key={h.id} className="flex min-h-10 items-center gap-4 border-b border-rule">
          <span className="w-16 font-semibold text-soft">Cover</span>
          <Flag flag={h.away.flag} />
          <span className="min-w-0 flex-1 truncate">{h.words}</span>
          <Link
            to="/handover"
            search={{ id: h.id }}
            className="flex min-h-8 items-center font-semibold underline underline-offset-4"
            aria-label={`See the handover: ${h.words}`}
          >
            {h.over ? "See what was done" : "See what is open"}
          </Link>
        </li>
      ))}
    </ul>
  );
}
