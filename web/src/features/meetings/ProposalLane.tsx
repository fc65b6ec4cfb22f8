import { useQuery } from "@tanstack/react-query";
import { lanesQuery } from "../../api/queries";
import type { ChaseRow, Proposal, Zone } from "../../api/types";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfPerson } from "../../lane/rows";
import { dateText } from "../../lane/time";

/** The old and the new time on the organiser's lane. */
export function ProposalLane({ row, proposal, zone }: { row: ChaseRow; proposal: Proposal; zone: Zone }) {
  const lanes = useQuery(lanesQuery([row.organiser.id], dateText(zone, proposal.start), "day"));
  const day = lanes.data?.days[0];
  const lane = day?.lanes[0];
  if (!lanes.data || !day || !lane) return <div className="h-[118px]" />;
  return (
    <div className="mt-2">
      <LaneBoard
        name={`${row.organiser.name}, ${day.label}, with the time proposed`}
        rows={[
          {
            ...rowOfPerson(lane, day, lanes.data.zones, lanes.data.now),
            line: day.label,
            notes: [{ start: proposal.start, end: proposal.end, words: `proposed by ${proposal.by.givenName}`, tone: "brass" }],
          },
        ]}
        zones={lanes.data.zones.slice(0, 1)}
        now={lanes.data.now}
        headWidth={innerWidth < 600 ? 96 : 150}
        height={110}
      />
    </div>
  );
}
