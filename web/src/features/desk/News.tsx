import { Link } from "@tanstack/react-router";
import { ask, client } from "../../api/client";
import type { AccessNews } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

/** What the reader is told of their access to others' calendars, with the way in, until it is put away. */
export function News({ news }: { news: AccessNews[] }) {
  const { busy, problem, make } = useChange();
  if (news.length === 0) return null;
  return (
    <ul aria-label="Access updates">
      {news.map((n) => (
        <li key={n.id} className="flex min-h-10 items-center gap-4 border-b border-rule">
          <span className="w-16 font-semibold text-soft">Access</span>
          <Flag flag={n.owner.flag} />
          <span className="min-w-0 flex-1 truncate" title={n.line ? `${n.words} “${n.line}”` : n.words}>
            {n.words} {n.line && <span className="text-soft">“{n.line}”</span>}
          </span>
          {n.toLane && (
            <Link to="/lanes" search={{ who: n.owner.id }} className="flex min-h-8 items-center font-semibold underline underline-offset-4">
              See {n.owner.givenName}’s lane
            </Link>
          )}
          <Button
            look="plain"
            disabled={busy}
            onClick={() => make(() => ask(client.DELETE("/api/access/news/{id}", { params: { path: { id: n.id } } })), undefined)}
          >
            Dismiss
          </Button>
        </li>
      ))}
      {problem && (
        <li>
          <FieldError>{problem.message}</FieldError>
        </li>
      )}
    </ul>
  );
}
