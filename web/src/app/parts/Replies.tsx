import { ask, client } from "../../api/client";
import type { QuestionReply } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { useChanges } from "../hooks/changes";

/** What principals said to what they were asked; what they said is done already. */
export function Replies({ replies }: { replies: QuestionReply[] }) {
  const { run } = useChanges();
  if (replies.length === 0) return null;
  return (
    <ul aria-label="What your principals said">
      {replies.map((r) => (
        <li
          key={`${r.of.id} ${r.entry} ${r.occurrence ?? ""}`}
          className="flex min-h-10 flex-wrap items-center gap-x-4 border-b border-rule"
        >
          <Flag flag={r.of.flag} height={18} />
          <span className="min-w-0 flex-1">
            {r.words} {r.note && <span className="text-soft">“{r.note}”</span>}
          </span>
          <Button
            look="plain"
            aria-label={`Dismiss what ${r.of.givenName} said to “${r.title}”`}
            onClick={() =>
              run(
                ask(
                  client.POST("/api/entries/{id}/question/ended", {
                    params: { path: { id: r.entry } },
                    body: { inNameOf: r.of.id, occurrence: r.occurrence, line: null },
                  }),
                ),
                `Dismissed. ${r.words}`,
              )
            }
          >
            Dismiss
          </Button>
        </li>
      ))}
    </ul>
  );
}
