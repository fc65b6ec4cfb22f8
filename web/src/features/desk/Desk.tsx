import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useMemo, useState } from "react";
import { deskQuery, sessionQuery } from "../../api/queries";
import type { Desk as DeskData } from "../../api/types";
import { ghostOf, useEntrySheet } from "../../app/entry/useEntrySheet";
import { useHandActions } from "../../app/entry/useHandActions";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { Replies } from "../../app/parts/Replies";
import { ReturnLines } from "../../app/parts/ReturnLines";
import { useSize } from "../../app/hooks/useSize";
import { Told } from "../../app/parts/Told";
import { useNow } from "../../app/hooks/useNow";
import { useShownLanes } from "../../app/hooks/useShownLanes";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfPerson } from "../../lane/rows";
import { useDayLine } from "../../lane/useDayLine";
import { clock } from "../../lane/time";
import { Wait } from "../../ui/Wait";
import { HandoverLines } from "./HandoverLines";
import { NeedLook } from "./NeedLook";
import { News } from "./News";
import { NobodyYet } from "./NobodyYet";
import { Queue } from "./Queue";
import { Started } from "./Started";
import { useDeskActs } from "./useDeskActs";

const StillToSetUp = lazy(() => import("./StillToSetUp").then((m) => ({ default: m.StillToSetUp })));

/** Today: every principal's lane, and the queue of what waits. */
export function Desk() {
  const desk = useQuery(deskQuery);
  return desk.data ? <Today desk={desk.data} /> : <Wait query={desk} />;
}

function Today({ desk }: { desk: DeskData }) {
  const now = useNow(desk.now);
  const session = useQuery(sessionQuery);
  const [page, height] = useSize();
  const [chosen, setChosen] = useState(0);
  const sheet = useEntrySheet();
  const hand = useHandActions(sheet, desk.zones[0]);
  const acts = useDeskActs(sheet);
  const lanes = useShownLanes(desk.day.lanes.map((l) => l.who));
  const [dayLine, onPoint] = useDayLine(desk.zones[0]);
  useWatched([...desk.day.lanes.map((l) => l.who.id), ...desk.beside.map((b) => b.who.id)]);

  const rows = useMemo(
    () => desk.day.lanes.filter((l) => lanes.isShown(l.who.id)).map((l) => rowOfPerson(l, desk.day, desk.zones, now)),
    [desk, lanes, now],
  );
  const at = Math.min(chosen, desk.queue.length - 1);
  const row = desk.queue[at];
  const go = (by: number) => setChosen(Math.max(0, Math.min(desk.queue.length - 1, at + by)));
  const give = (word: "accepted" | "tentative" | "declined") => () => row?.verb === "Answer" && acts.answer(row, word);
  useKeys(
    {
      j: () => go(1),
      k: () => go(-1),
      a: give("accepted"),
      t: give("tentative"),
      d: give("declined"),
      b: lanes.toggleList,
      ...lanes.keys,
      Enter: () => {
        if (document.activeElement && document.activeElement !== document.body) return;
        if (row) acts.open(row);
      },
    },
    [
      { keys: "J K", does: "along the queue" },
      { keys: "A T D", does: "answer the chosen" },
      { keys: "1–9", does: "show or hide a lane" },
      { keys: "B", does: "as a list" },
      { keys: "N", does: "arrange" },
    ],
  );

  const queueHeight =
    Math.min(desk.queue.length, 6) * 40 + (desk.news.length + desk.started.length + desk.told.length + desk.handovers.length) * 41;
  const board = Math.max(rows.length * 74, Math.min(rows.length * 150, height - queueHeight - 168));
  return (
    <div ref={page} className="flex min-h-full flex-col px-6">
      <h1 className="shrink-0 truncate pt-3 pb-2.5">
        <span className="mr-4 font-serif text-[27px] leading-8">{desk.dateLine}</span>
        {dayLine ? (
          // What is pointed at takes the place of the lead, so that nothing below moves.
          <span className="text-[14px] text-soft" title={dayLine}>
            {dayLine}
          </span>
        ) : (
          <span className="text-[14px] text-soft">{desk.lead}</span>
        )}
      </h1>
      <LaneBoard
        name="Today’s lanes"
        rows={rows}
        zones={desk.zones.slice(0, 1)}
        now={now}
        height={board}
        mark={row?.start != null && row.end != null ? { start: row.start, end: row.end, row: row.for.id } : undefined}
        onOpen={(entry, r) => entry.id && sheet.open(entry.id, r.lane.who.id, entry.occurrence)}
        asList={lanes.asList}
        hand={hand}
        onPoint={onPoint}
        shown={sheet.shown}
        ghost={ghostOf(sheet.fresh, desk.zones)}
      />
      {rows.length < desk.day.lanes.length && <lanes.Hidden />}
      <div className="flex min-h-[36px] shrink-0 flex-wrap items-center gap-x-4 gap-y-0.5 border-b border-rule py-1.5">
        {desk.beside.length > 0 && <span className="text-soft">Others today</span>}
        {desk.beside.map((b) => {
          const zone = desk.clocks.find((z) => z.id === b.who.zone);
          return (
            <span key={b.who.id}>
              {b.who.name} <strong className="font-semibold">{b.words}</strong>
              {zone && <span className="text-soft"> {clock(zone, now)}</span>}
            </span>
          );
        })}
        <ul aria-label="Clocks" className="ml-auto flex flex-wrap gap-x-4">
          {desk.clocks.map((z) => (
            <li key={z.id}>
              {z.label} <strong className="font-semibold">{clock(z, now)}</strong>
            </li>
          ))}
        </ul>
      </div>
      {desk.day.lanes.every((l) => l.who.id === desk.viewer.id) && <NobodyYet />}
      {session.data?.demo === false && (
        <Suspense fallback={null}>
          <StillToSetUp />
        </Suspense>
      )}
      <Started started={desk.started} />
      <Told told={desk.told} onOpen={(n) => n.entry && sheet.open(n.entry, n.for.id, null)} />
      <Replies replies={desk.replies} />
      <News news={desk.news} />
      <ReturnLines returns={desk.returns} />
      <HandoverLines handovers={desk.handovers} />
      <Queue rows={desk.queue} chosen={at} onChoose={setChosen} acts={acts} />
      <NeedLook many={desk.needLook} />
      {sheet.sheet}
    </div>
  );
}
