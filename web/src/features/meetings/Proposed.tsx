import { useState } from "react";
import { ask, client } from "../../api/client";
import type { ChaseRow, Proposal, Zone } from "../../api/types";
import { peopleOf } from "../../lane/Attendees";
import { Flag } from "../../lane/Flag";
import { clock } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";
import { ProposalLane } from "./ProposalLane";

interface Props {
  row: ChaseRow;
  zones: Zone[];
  onRun: (call: Promise<{ change: number }>, words: string) => void;
}

/** The times that are proposed: several side by side, and one of them with what it does to everyone. */
export function Proposed({ row, zones, onRun }: Props) {
  const [chosen, setChosen] = useState<string>();
  const proposal = row.proposals.find((p) => p.by.id === chosen) ?? row.proposals[0];
  if (!proposal) return null;
  return (
    <>
      {row.weighed && <Weighed row={row} words={row.weighed} chosen={proposal} onChoose={(p) => setChosen(p.by.id)} />}
      <ProposalOpen key={proposal.by.id} row={row} proposal={proposal} zones={zones} onRun={onRun} />
    </>
  );
}

interface WeighedProps {
  row: ChaseRow;
  words: string;
  chosen: Proposal;
  onChoose: (proposal: Proposal) => void;
}

/** Each time in a row with what it is for everyone required, the best first. */
function Weighed({ row, words, chosen, onChoose }: WeighedProps) {
  const required = [row.organiser, ...row.attendees.filter((a) => a.role === "required").map((a) => a.who)];
  return (
    <div className="overflow-x-auto pb-4">
      <p className="font-serif text-[19px] leading-8">{words}</p>
      <table aria-label="The times proposed" className="border-t border-rule">
        <thead>
          <tr className="border-b border-rule">
            <td />
            {required.map((who) => (
              <th key={who.id} scope="col" className="px-2.5 py-1 text-left font-semibold whitespace-nowrap">
                {who.givenName}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {row.proposals.map((p) => (
            <tr key={p.by.id} className={`border-b border-rule ${p === chosen ? "bg-sea-wash" : ""}`}>
              <th scope="row" className="pr-3 text-left font-normal whitespace-nowrap">
                <button
                  type="button"
                  aria-pressed={p === chosen}
                  onClick={() => onChoose(p)}
                  className={`min-h-8 px-1 text-left underline decoration-1 underline-offset-4 ${p === chosen ? "font-semibold" : ""}`}
                >
                  {p.when}
                </button>{" "}
                <span className="text-soft">{p.by.givenName}</span>
              </th>
              {required.map((who) => {
                const state = p.forEach.find((c) => c.who.id === who.id);
                return (
                  <td key={who.id} className="px-2.5 whitespace-nowrap" title={state?.state}>
                    {state ? (
                      <Tone tone={state.tone}>{state.state.split(",")[0]}</Tone>
                    ) : (
                      p.by.id === who.id && <span className="text-soft">proposes it</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function ProposalOpen({ row, proposal, zones, onRun }: Props & { proposal: Proposal }) {
  const path = { id: row.entry };
  const body = { occurrence: row.occurrence, attendee: proposal.by.id };
  const viewer = zones[0];
  return (
    <section aria-label={`${proposal.by.name} proposes ${proposal.when}`} className="pb-3">
      <p className="font-serif text-[21px] leading-8">
        {proposal.by.givenName} proposes <strong className="font-medium">{proposal.when}</strong>
        {viewer && <span> instead of {clock(viewer, row.start)}</span>}.
      </p>
      {proposal.comment && <p className="text-soft">“{proposal.comment}”</p>}
      {viewer && <ProposalLane row={row} proposal={proposal} zone={viewer} />}
      <p className="pt-2">
        Moved there, <Tone tone={proposal.tone}>{proposal.consequence}</Tone>.
      </p>
      <ul className="my-2 grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-x-6">
        {proposal.forEach.map((c) => (
          <li key={c.who.id} className="flex min-h-8 items-center gap-2 border-t border-rule">
            <Flag flag={c.who.flag} height={18} />
            <span className="font-semibold">{c.who.givenName}</span>
            <span>{c.local}</span>
            <span className="ml-auto truncate" title={c.state}>
              <Tone tone={c.tone}>{c.state.split(",")[0]}</Tone>
            </span>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <Button
          look="filled"
          onClick={() =>
            onRun(
              ask(client.POST("/api/meetings/{id}/proposal/accept", { params: { path }, body })),
              `“${row.title}” moves to ${proposal.when}; everyone is invited again.`,
            )
          }
        >
          Move to {proposal.when} and invite {peopleOf(row.attendees).length} again
        </Button>
        <Button
          onClick={() =>
            onRun(
              ask(client.POST("/api/meetings/{id}/proposal/refuse", { params: { path }, body })),
              `“${row.title}” stays; ${proposal.by.givenName} is told.`,
            )
          }
        >
          Keep the time and let {proposal.by.givenName} know
        </Button>
      </div>
    </section>
  );
}
