import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { ask, client } from "../../api/client";
import type { PersonPage } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { groupQuery } from "./queries";

/** What a group has before it, what became of its meetings, and the papers that lie with them. */
export function GroupMeetings({ page }: { page: PersonPage }) {
  const group = useQuery(groupQuery(page.who.id));
  const sheet = useEntrySheet();
  const { run } = useChanges();
  const data = group.data;
  if (!data) return <Wait query={group}>Reading what is to come…</Wait>;
  const people = page.members.filter((m) => m.who.kind === "person" && m.who.inside).map((m) => m.who.id);
  return (
    <>
      <section aria-labelledby="coming" className="mt-4 border-t border-rule pt-2">
        <div className="flex items-center gap-3">
          <h3 id="coming" className="font-semibold">
            To come
          </h3>
          {people.length > 0 && (
            <Link
              to="/lanes"
              search={{ who: people.join(",") }}
              className="ml-auto flex min-h-8 items-center text-sea underline underline-offset-4"
            >
              The members’ lanes
            </Link>
          )}
        </div>
        {data.coming.length === 0 && <p className="text-soft">No meeting to come was asked of {page.who.name} as a group.</p>}
        <ul aria-label="Meetings to come">
          {data.coming.map((m) => (
            <li key={m.entry} className="flex min-h-10 flex-wrap items-center gap-x-3 border-t border-rule">
              <Flag flag={m.organiser.flag} />
              <button
                type="button"
                className="min-h-8 text-left font-semibold underline-offset-4 hover:underline"
                onClick={() => sheet.open(m.entry, m.lane, m.occurrence)}
              >
                {m.title}
              </button>
              <span>
                {m.when}
                {m.series && ", the next of a series"}
              </span>
              <span className="text-soft">
                {m.organiser.name}; {m.words}
              </span>
              <span className="ml-auto flex gap-1">
                {m.link && (
                  <a
                    href={m.link}
                    target="_blank"
                    rel="noreferrer noopener"
                    className="flex min-h-8 items-center px-3 text-sea underline underline-offset-4"
                  >
                    Open the conference
                  </a>
                )}
                {m.mayAskToCome && (
                  <Button
                    onClick={() =>
                      run(
                        ask(client.POST("/api/meetings/{id}/asking", { params: { path: { id: m.entry } } })),
                        `${m.organiser.givenName} is written that you would like to come to “${m.title}”.`,
                      )
                    }
                  >
                    Ask to come
                  </Button>
                )}
              </span>
            </li>
          ))}
        </ul>
        {data.hidden > 0 && (
          <p className="text-soft">{data.hidden === 1 ? "One more is" : `${data.hidden} more are`} to come that you may not know.</p>
        )}
      </section>
      {data.notices.length > 0 && (
        <section aria-labelledby="notices" className="mt-4 border-t border-rule pt-2">
          <h3 id="notices" className="font-semibold">
            What became of them
          </h3>
          <ul>
            {data.notices.map((n) => (
              <li key={n.id} className="grid grid-cols-[110px_minmax(0,1fr)] gap-x-3 border-t border-rule py-1">
                <span className="text-soft">{n.when}</span>
                <span>
                  {n.words} {n.note && <span className="text-soft">“{n.note}”</span>}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {data.papers.length > 0 && (
        <section aria-labelledby="group-papers" className="mt-4 border-t border-rule pt-2">
          <h3 id="group-papers" className="font-semibold">
            Papers
          </h3>
          <ul>
            {data.papers.map((p) => (
              <li key={p.paper.id} className="flex min-h-8 flex-wrap items-baseline gap-x-3 border-t border-rule">
                <a
                  className="text-sea underline underline-offset-4"
                  {...(p.paper.address
                    ? { href: p.paper.address, target: "_blank", rel: "noreferrer noopener" }
                    : {
                        href: `/api/entries/${p.entry}/papers/${p.paper.id}?lane=${p.lane}${p.occurrence ? `&occurrence=${p.occurrence}` : ""}`,
                        download: true,
                      })}
                >
                  {p.paper.name}
                </a>
                <span className="text-soft">
                  {p.title}; {p.paper.note}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      {data.notes.length > 0 && (
        <section aria-labelledby="group-notes" className="mt-4 border-t border-rule pt-2">
          <h3 id="group-notes" className="font-semibold">
            Notes
          </h3>
          <ul>
            {data.notes.map((n) => (
              <li
                key={`${n.entry} ${n.occurrence ?? ""} ${n.lane}`}
                className="flex min-h-8 flex-wrap items-baseline gap-x-3 border-t border-rule"
              >
                <button
                  type="button"
                  className="min-h-8 text-left text-sea underline underline-offset-4"
                  onClick={() => sheet.open(n.entry, n.lane, n.occurrence)}
                >
                  {n.title}, {n.when}
                </button>
                {n.open > 0 && <span className="text-soft">{n.open === 1 ? "one task is open" : `${n.open} tasks are open`}</span>}
              </li>
            ))}
          </ul>
        </section>
      )}
      {sheet.sheet}
    </>
  );
}
