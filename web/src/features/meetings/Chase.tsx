import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useMemo } from "react";
import { ask, client } from "../../api/client";
import { chaseQuery } from "../../api/queries";
import type { Chase as ChaseData, CancelledMeeting, ChaseRow, MailLine } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";
import { Wait } from "../../ui/Wait";
import { ChaseLine } from "./ChaseLine";
import { ChaseOpen } from "./ChaseOpen";
import { NotSent } from "./NotSent";
import { Offered } from "./Offered";
import { RemindAll } from "./RemindAll";
import { StillOwed } from "./StillOwed";

const route = getRouteApi("/chase");

const groups: { group: ChaseRow["group"]; words: string }[] = [
  { group: "newTime", words: "Waits for a new time" },
  { group: "decision", words: "Waits for a decision" },
  { group: "answers", words: "Waits for answers" },
  { group: "nothing", words: "All settled" },
];

/** Whether somebody has not replied to what waits for replies. */
const isSilent = (row: ChaseRow) =>
  (row.group === "answers" || row.group === "decision") && row.attendees.some((a) => a.answer === "none" && a.role !== "resource");

const keyOf = (row: ChaseRow) => `${row.entry}${row.occurrence ?? ""}`;

/** Every meeting organised, by what it waits for. */
export function Chase() {
  const chase = useQuery(chaseQuery);
  return chase.data ? <Rows data={chase.data} /> : <Wait query={chase} />;
}

function Rows({ data }: { data: ChaseData }) {
  const { meeting } = route.useSearch();
  const { run } = useChanges();
  const sheet = useEntrySheet();
  const ordered = useMemo(() => groups.flatMap((g) => data.rows.filter((r) => r.group === g.group)), [data]);
  const navigate = route.useNavigate();
  const chosen = ordered.find((r) => r.entry === meeting) ?? ordered[0];
  useWatched([...new Set(data.rows.flatMap((r) => [r.organiser.id, ...r.attendees.map((a) => a.who.id)]))]);
  const choose = (row: ChaseRow) => void navigate({ search: { meeting: row.entry }, replace: true });

  const at = chosen ? ordered.indexOf(chosen) : -1;
  const go = (by: number) => {
    const next = ordered[Math.max(0, Math.min(ordered.length - 1, at + by))];
    if (next) choose(next);
  };
  useKeys({ j: () => go(1), k: () => go(-1) }, [
    { keys: "J K", does: "along the meetings" },
    { keys: "Z", does: "undo what you did last" },
    { keys: "N", does: "arrange" },
  ]);

  return (
    <div className="px-6 pb-6">
      <h1 className="pt-3 pb-2">
        <span className="mr-4 font-serif text-[27px] leading-8">Chase</span>
        <span className="text-[14px] text-soft">{data.lead}</span>
        <span className="float-right flex gap-5">
          <Link to="/requests" className="inline-flex min-h-8 items-center text-[14px] text-sea underline underline-offset-4">
            Requests
          </Link>
          <Link to="/mail" className="inline-flex min-h-8 items-center text-[14px] text-sea underline underline-offset-4">
            Mail room
          </Link>
        </span>
      </h1>
      {data.cancelled.length > 0 && <Cancelled lines={data.cancelled} onRun={run} />}
      {data.undelivered.length > 0 && <Undelivered lines={data.undelivered} />}
      <Offered />
      {data.rows.some(isSilent) && <RemindAll />}
      <NotSent saved={data.saved} />
      {data.owed.length > 0 && <StillOwed owed={data.owed} onOpen={(one) => sheet.open(one.entry, one.for.id, one.occurrence)} />}
      {ordered.length === 0 && <p className="py-6 text-soft">Nothing has been arranged yet. N arranges a meeting.</p>}
      {groups.map(({ group, words }) => {
        const rows = ordered.filter((r) => r.group === group);
        if (rows.length === 0) return null;
        return (
          <section key={group} aria-label={words} className="mb-4">
            <h2 className="border-b border-rule py-1.5 text-soft">
              {words} <span className="font-semibold text-ink">{rows.length}</span>
            </h2>
            <ul>
              {rows.map((row) => {
                const isChosen = row === chosen;
                return (
                  <li key={keyOf(row)} className={`-mx-6 border-b border-rule px-6 ${isChosen ? "bg-water" : ""}`}>
                    <ChaseLine row={row} chosen={isChosen} sought={row.entry === meeting} onChoose={() => choose(row)} />
                    {isChosen && <ChaseOpen row={row} zones={data.zones} now={data.now} onRun={run} />}
                  </li>
                );
              })}
            </ul>
          </section>
        );
      })}
      {sheet.sheet}
    </div>
  );
}

/** What was cancelled within the hour, with the way back. */
function Cancelled({ lines, onRun }: { lines: CancelledMeeting[]; onRun: (call: Promise<{ change: number }>, words: string) => void }) {
  return (
    <section aria-label="Cancelled within the hour" className="mb-4">
      <h2 className="border-b border-rule py-1.5 text-soft">
        Cancelled within the hour <span className="font-semibold text-ink">{lines.length}</span>
      </h2>
      <ul>
        {lines.map((line) => (
          <li key={line.entry} className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
            <Flag flag={line.for.flag} />
            <span className="font-semibold">{line.title}</span>
            <span className="text-soft">{line.words}</span>
            <Button
              className="ml-auto"
              onClick={() =>
                onRun(
                  ask(client.POST("/api/meetings/{id}/restoring", { params: { path: { id: line.entry } } })),
                  `“${line.title}” takes place after all; everyone is invited again.`,
                )
              }
            >
              Reinstate the meeting
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What went out and did not arrive, each with its reason and the way to the message. */
function Undelivered({ lines }: { lines: MailLine[] }) {
  return (
    <section aria-label="Could not be delivered" className="mb-4">
      <h2 className="border-b border-rule py-1.5 text-soft">
        Could not be delivered <span className="font-semibold text-ink">{lines.length}</span>
      </h2>
      <ul>
        {lines.map((line) => (
          <li key={line.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-2">
            <span className="font-semibold">{line.other}</span>
            <Link to="/mail" search={{ id: line.id }} className="text-sea underline underline-offset-4">
              {line.subject}
            </Link>
            <Tone tone={line.state === "failed" ? "wrong" : "doubt"}>{line.words}</Tone>
          </li>
        ))}
      </ul>
    </section>
  );
}
