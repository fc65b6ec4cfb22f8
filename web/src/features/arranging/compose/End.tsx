import { problemOf } from "../../../api/client";
import type { Panel } from "../../../api/types";
import { useChanges } from "../../../app/hooks/changes";
import { wallClock } from "../../../lane/time";
import { ArrangeFoot } from "../ArrangeFoot";
import { shortWhen } from "../ArrangeSentence";
import { mendable } from "../mend";
import { SeriesLine } from "../slots/SeriesLine";
import { TurnLine } from "../slots/TurnLine";
import type { Composed } from "./useComposed";

/** What is wrong with the time that is chosen, and the end of the work. */
export function End({ composed }: { composed: Composed }) {
  const { written, attempts, searched, doing } = composed;
  const { draft } = written;
  const { search, found, asked, zone, start, room, panel, chosen, then, moment, picked } = searched;
  const { arrange, makeRoom, mend } = doing;
  const { fail } = useChanges();
  return (
    <ArrangeFoot
      wrong={chosen && moment ? mendable([...chosen.wrong, ...((!draft.turn && chosen.series?.wrong) || [])], found, start) : []}
      series={
        moment && draft.turn ? (
          <TurnLine
            turn={draft.turn}
            start={moment.start}
            zone={zone}
            series={chosen?.series}
            then={then}
            onEnd={() => written.change({ turn: undefined })}
          />
        ) : moment && chosen?.series ? (
          <SeriesLine
            series={chosen.series}
            // Those who come of several come to each time of the series.
            search={{ ...search, required: [...search.required, ...picked.map((p) => p.id)], some: [], room: null }}
            start={moment.start}
            moved={draft.moved}
            onMoved={(moved) => written.change({ start: moment.start, moved })}
          />
        ) : undefined
      }
      plan={room.plan}
      onMove={makeRoom}
      send={
        panel.on
          ? panelSend(panel.plan)
          : moment
            ? `Send to ${asked} ${draft.repeats ? "from" : "for"} ${shortWhen(wallClock(zone, moment.start))}${draft.repeats ? ` ${draft.turn ? "by turns" : draft.repeats}` : ""}`
            : "Choose a time to send"
      }
      disabled={!moment || attempts.busy || (panel.on && panel.busy)}
      onMend={mend}
      onSend={() => arrange(true)}
      onSave={() => arrange(false)}
      onAnother={() => {
        attempts.setProblem(undefined);
        written.turnTo(undefined).catch((e: unknown) => fail(problemOf(e)));
      }}
    />
  );
}

/** "Send 3 of 4 meetings". */
function panelSend(plan: Panel | undefined) {
  const placed = plan?.placed.length ?? 0;
  const left = plan?.leftOut.length ?? 0;
  if (placed === 0) return "Nobody can be met yet";
  return `Send ${left > 0 ? `${placed} of ${placed + left}` : placed} ${placed + left === 1 ? "meeting" : "meetings"}`;
}
