import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Problem, problemOf } from "../../api/client";
import { deskQuery, draftsQuery } from "../../api/queries";
import type { Desk, KeptDraft, Panel } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { localText, wallClock } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { ArrangeBoard } from "./ArrangeBoard";
import { ArrangeFoot } from "./ArrangeFoot";
import { ArrangeSentence, shortWhen } from "./ArrangeSentence";
import { useArranging, useAttempts } from "./compose/useArranging";
import { useSearched } from "./compose/useSearched";
import { useTimes } from "./compose/useTimes";
import { DraftPapers } from "./DraftPapers";
import { DraftsPart } from "./DraftsPart";
import { HoldPart } from "./HoldPart";
import { TemplatesPart } from "./TemplatesPart";
import { mendable } from "./mend";
import { MoreSentence } from "./MoreSentence";
import { opened } from "./slots/openings";
import { OfferWindow } from "./offers/OfferWindow";
import { useOffer } from "./offers/useOffer";
import { PlainLine } from "./PlainLine";
import { arrangeRequest } from "./requests";
import { SeriesLine } from "./slots/SeriesLine";
import { PanelList } from "./slots/PanelList";
import { SlotList } from "./slots/SlotList";
import { TurnLine } from "./slots/TurnLine";
import { useDraft } from "./useDraft";

/** A meeting as a sentence, its free slots, and everyone's lanes. */
export function Arrange() {
  const desk = useQuery(deskQuery);
  const drafts = useQuery(draftsQuery);
  if (!desk.data) return <Wait query={desk} />;
  // What was kept elsewhere meanwhile is taken up, not what this page read before.
  if (!drafts.data || (drafts.isFetching && !drafts.isFetchedAfterMount)) return <Wait query={drafts} />;
  return <Composer desk={desk.data} drafts={drafts.data} />;
}

function Composer({ desk, drafts }: { desk: Desk; drafts: KeptDraft[] }) {
  const viewerZone = desk.zones[0];
  if (!viewerZone) throw new Error("The desk has no zone.");
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { fail } = useChanges();
  const written = useDraft(viewerZone, desk.now, drafts);
  const { draft, id, papers } = written;
  const attempts = useAttempts();
  const { problem, setProblem, busy } = attempts;
  const searched = useSearched(desk, viewerZone, written);
  const {
    names,
    organiser,
    presets,
    outside,
    ready,
    search,
    slots,
    found,
    asked,
    zone,
    start,
    room,
    panel,
    chosen,
    then,
    moment,
    picked,
    onBoard,
  } = searched;
  const times = useTimes(written, searched, () => setProblem(undefined));
  const { left, edit, pick, step, day, hold } = times;
  const { arrange, makeRoom, place, release, mend } = useArranging(written, searched, times, attempts);

  const readers = [...draft.required, ...draft.optional].filter((c) => !c.person?.inside && c.person?.kind !== "group");
  const offering = useOffer(attempts.attempt);
  const leaveOffer = (open: boolean) => {
    offering.setOpen(open);
    if (open || !offering.made) return;
    // What was offered is written no more; it goes on under Chase.
    written.finish();
    void navigate({ to: "/chase" });
  };
  useKeys(
    {
      "Ctrl+Enter": () => arrange(true),
      "Ctrl+s": () => arrange(false),
      j: () => step(1),
      k: () => step(-1),
      h: () => day(-1),
      l: () => day(1),
      x: () => hold(start),
      ...(room.plan ? { m: () => makeRoom() } : {}),
    },
    [
      { keys: "Tab", does: "next part of the sentence" },
      { keys: "S", does: "say it in one line" },
      { keys: "J K", does: "along the slots" },
      { keys: "H L", does: "another day" },
      { keys: "X", does: "choose it to be held" },
      ...(room.plan ? [{ keys: "M", does: "make room" }] : []),
      { keys: "Ctrl S", does: "save without sending" },
      { keys: "Ctrl Enter", does: "send" },
    ],
  );

  const failed = slots.error ?? panel.error;
  const shown = problem ?? (failed instanceof Problem ? failed : undefined);
  return (
    <div className="flex min-h-full flex-col max-[899px]:shrink-0">
      <div className="px-6 pt-3">
        <h1 className="sr-only">Arrange a meeting</h1>
        <PlainLine
          aside={<DraftsPart drafts={drafts} id={id} keeping={written.keeping} turnTo={written.turnTo} resolve={written.resolve} />}
          onSay={times.said}
        />
        <ArrangeSentence
          draft={draft}
          organiser={organiser}
          names={names}
          problem={shown}
          time={{
            start: localText(zone, start ?? desk.now),
            zone: zone.id,
            minutes: draft.minutes,
            allDay: false,
            endZone: null,
            end: null,
          }}
          zone={zone}
          start={start}
          presets={presets}
          picked={picked.filter((p) => p.kind !== "person").map((p) => p.name)}
          onPick={pick}
          onEdit={edit}
        />
        <MoreSentence
          draft={draft}
          organiser={organiser}
          presets={presets}
          zone={zone.id}
          reader={zone}
          start={start}
          now={desk.now}
          picked={picked.filter((p) => p.kind === "person").map((p) => p.givenName)}
          papers={
            <DraftPapers
              id={id}
              title={draft.title}
              papers={papers}
              outside={outside}
              settle={written.settle}
              onChange={(next) => {
                written.setPapers(next);
                void queries.invalidateQueries({ queryKey: ["calendars", "chosen"] });
              }}
            />
          }
          templates={<TemplatesPart draft={draft} organiser={organiser} presets={presets} onEdit={edit} />}
          wrong={(field) => (shown?.field === field ? shown.message : undefined)}
          onEdit={edit}
        />
        {left !== undefined && (
          <p role="status" className="mt-1.5 flex items-center gap-2">
            {shortWhen(wallClock(zone, left))} was chosen and lies outside these days.
            <Button onClick={() => pick(left)}>Choose it all the same</Button>
          </p>
        )}
        {shown && (
          <p role="alert" className="mt-1.5 font-semibold text-brick">
            {shown.message}
          </p>
        )}
      </div>
      <div className="grid flex-1 gap-x-6 min-[900px]:min-h-0 px-6 pt-3 min-[900px]:grid-cols-[330px_minmax(0,1fr)]">
        {panel.on ? (
          <PanelList panel={panel} onAsPlanned={times.asPlanned} />
        ) : (
          <SlotList
            slots={found}
            ready={ready}
            busy={slots.isFetching}
            start={start}
            onPick={pick}
            room={room}
            soonest={searched.soonest}
            onSoonest={searched.setSoonest}
            holding={draft.holding}
            onHolding={(holding) => written.change({ holding: holding.sort((a, b) => a - b) })}
            mayOpen={(by) => opened(draft, by) !== undefined}
            onOpen={(by) => edit(opened(draft, by) ?? {})}
            turn={draft.turn?.then}
            onTurn={(turn) => edit({ start: turn.start, turn })}
            holds={
              <HoldPart
                draft={draft}
                zone={zone}
                now={desk.now}
                busy={busy}
                onHold={place}
                onRelease={release}
                onOffer={
                  readers.length > 0 && !draft.repeats && !draft.saved && draft.some.of.length === 0
                    ? () => offering.setOpen(true)
                    : undefined
                }
              />
            }
          />
        )}
        {found && onBoard ? (
          <ArrangeBoard
            found={found}
            known={desk.day.lanes}
            zone={zone}
            now={desk.now}
            moment={onBoard}
            chosen={chosen}
            plan={room.plan}
            panel={panel}
            onPick={pick}
            onDay={day}
          />
        ) : (
          <p className="pt-8 text-soft">{ready ? "" : "The lanes of those invited stand here as soon as somebody is."}</p>
        )}
      </div>
      <OfferWindow
        key={readers.map((r) => r.id).join()}
        open={offering.open}
        readers={readers.map((r) => r.person?.name ?? r.id)}
        known={readers.find((r) => r.person?.town)?.person?.zone}
        count={draft.holding.length}
        zone={zone}
        now={desk.now}
        busy={busy}
        made={offering.made}
        onOffer={(wanted) => {
          if (!draft.title.trim()) {
            offering.setOpen(false);
            return setProblem(new Problem("It has no title yet.", "corlin:no-title", 400, "title"));
          }
          offering.offer(
            async () => arrangeRequest(draft, organiser, [], zone, draft.holding[0] ?? 0, await written.settle(), true),
            draft.holding,
            wanted,
          );
        }}
        onOpen={leaveOffer}
      />
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
        disabled={!moment || busy || (panel.on && panel.busy)}
        onMend={mend}
        onSend={() => arrange(true)}
        onSave={() => arrange(false)}
        onAnother={() => {
          setProblem(undefined);
          written.turnTo(undefined).catch((e: unknown) => fail(problemOf(e)));
        }}
      />
    </div>
  );
}

/** "Send 3 of 4 meetings". */
function panelSend(plan: Panel | undefined) {
  const placed = plan?.placed.length ?? 0;
  const left = plan?.leftOut.length ?? 0;
  if (placed === 0) return "Nobody can be met yet";
  return `Send ${left > 0 ? `${placed} of ${placed + left}` : placed} ${placed + left === 1 ? "meeting" : "meetings"}`;
}
