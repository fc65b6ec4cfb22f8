import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { draftsQuery, entryQuery } from "../../api/queries";
import type { SavedMeeting } from "../../api/types";
import { beginArranging, type Begun } from "../../app/parts/arrangeWith";
import { useChanges } from "../../app/hooks/changes";
import { keptWords, titleOf } from "../../app/parts/draftWords";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";

/** What was saved or is being written, of which nobody was told yet. */
export function NotSent({ saved }: { saved: SavedMeeting[] }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { fail } = useChanges();
  const drafts = useQuery(draftsQuery).data ?? [];
  const count = saved.length + drafts.length;
  if (count === 0) return null;
  const arrange = (begun: Begun) => {
    beginArranging(begun);
    void navigate({ to: "/arrange" });
  };
  const goOn = (meeting: SavedMeeting) => {
    queries
      .fetchQuery(entryQuery(meeting.entry, meeting.for.id, null))
      .then((entry) => arrange({ saved: entry }))
      .catch(fail);
  };
  return (
    <section aria-label="Not sent yet" className="mb-4">
      <h2 className="border-b border-rule py-1.5 text-soft">
        Not sent yet <span className="font-semibold text-ink">{count}</span>
      </h2>
      <ul>
        {saved.map((m) => (
          <Line key={m.entry} title={m.title} flag={<Flag flag={m.for.flag} />} words={`saved, for ${m.for.givenName}: ${m.words}`}>
            <Link
              to="/lanes"
              search={{ who: m.for.id, entry: m.entry }}
              className="inline-flex min-h-8 items-center px-2 text-sea underline underline-offset-4"
            >
              Open it on its lane
            </Link>
            <Button onClick={() => goOn(m)}>Go on with it</Button>
          </Line>
        ))}
        {drafts.map((d) => (
          <Line key={d.id} title={titleOf(d)} words={`being written by you, ${keptWords(d)}`}>
            <Button onClick={() => arrange({ draft: d })}>Go on with it</Button>
          </Line>
        ))}
      </ul>
    </section>
  );
}

function Line({ title, flag, words, children }: { title: string; flag?: ReactNode; words: string; children: ReactNode }) {
  return (
    <li aria-label={title} className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-rule py-1">
      <span className="w-6">{flag}</span>
      <span className="font-semibold">{title}</span>
      <span className="text-soft">{words}</span>
      <span className="ml-auto flex gap-2">{children}</span>
    </li>
  );
}
