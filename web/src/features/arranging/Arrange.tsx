import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import { ask, client, Problem, problemOf } from "../../api/client";
import { readAnew } from "../../api/fresh";
import { chosenQuery, deskQuery, draftsQuery } from "../../api/queries";
import type { Desk, KeptDraft, Mend } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { dateText, localText, minute, wallClock } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { ArrangeBoard } from "./ArrangeBoard";
import { ArrangeFoot } from "./ArrangeFoot";
import { ArrangeSentence, shortWhen } from "./ArrangeSentence";
import type { Draft } from "./draft";
import { DraftPapers } from "./DraftPapers";
import { DraftsPart } from "./DraftsPart";
import { HoldPart } from "./HoldPart";
import { TemplatesPart } from "./TemplatesPart";
import { mendable, mended } from "./mend";
import { MoreSentence } from "./MoreSentence";
import { opened } from "./slots/openings";
import { OfferWindow } from "./offers/OfferWindow";
import { useOffer } from "./offers/useOffer";
import { PlainLine } from "./PlainLine";
import { arrangeRequest, chosenRequest, slotsRequest } from "./requests";
import { mostFree } from "./slots/mostFree";
import { SeriesLine } from "./slots/SeriesLine";
import { SlotList } from "./slots/SlotList";
import { useRoom } from "./slots/useRoom";
import { useDraft } from "./useDraft";
import { presetsQuery, slotsQuery } from "./queries";

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
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { say, fail } = useChanges();
  const written = useDraft(viewerZone, desk.now, drafts);
  const { draft, id, papers } = written;
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  // The time that was chosen before the days were changed to others.
  const [left, setLeft] = useState<number>();

  const names = useMemo(() => {
    const principals = desk.day.lanes.map((l) => l.who);
    return principals.some((p) => p.id === desk.viewer.id) ? principals : [...principals, desk.viewer];
  }, [desk]);
  const organiser = names.find((n) => n.id === draft.inNameOf) ?? names[0] ?? desk.viewer;
  const presets = useQuery(presetsQuery(organiser.id)).data;
  const outside = [...draft.required, ...draft.optional].some((c) => !c.person || !c.person.inside);
  const ready = draft.required.length > 0 && draft.from <= draft.to;
  const [soonest, setSoonest] = useState(false);
  const search = slotsRequest(draft, organiser, soonest);
  const slots = useQuery(slotsQuery(search, ready));
  const found = ready && !slots.error ? slots.data : undefined;
  // Groups by who is in them; a room is booked, not asked.
  const asked =
    (draft.some.of.length > 0 ? draft.some.atLeast : 0) +
    (found
      ? found.people.filter((p) => p.who.kind !== "room" && p.who.id !== organiser.id && !p.counted).length
      : draft.required.length + draft.optional.length);
  // The zones of everyone asked over the whole span; the viewer's is the first.
  const zone = found?.zones.find((z) => z.id === viewerZone.id) ?? viewerZone;
  const start = draft.start ?? found?.slots[0]?.start;
  const kept = papers.length > 0 ? id : undefined;
  // Where nothing fits the board stands all the same, where most are free; nothing is chosen by that.
  const looked = start ?? (found && mostFree(found, draft.minutes * minute, desk.now));
  const room = useRoom(search, found !== undefined && found.near.length > 0, start);
  const chosenAt = (at: number) => chosenRequest(draft, organiser, zone, at, kept);
  const chosen = useQuery(chosenQuery(chosenAt(looked ?? 0), ready && looked !== undefined));
  const stretch = (at: number | undefined) => (at === undefined ? undefined : { start: at, end: at + draft.minutes * minute });
  const moment = stretch(start);
  const picked = (moment && chosen.data?.picked) ?? [];
  const onBoard = stretch(looked);

  const edit = (part: Partial<Draft>) => {
    setProblem(undefined);
    // A time that was chosen stays, whatever else is said; what no longer fits is told before sending.
    const chosen = draft.start ?? left;
    if (chosen === undefined || draft.held !== undefined || "start" in part || !("from" in part || "to" in part))
      return written.change(part);
    const day = dateText(zone, chosen);
    const outside = day < (part.from ?? draft.from) || day > (part.to ?? draft.to);
    setLeft(outside ? chosen : undefined);
    written.change({ ...part, start: outside ? undefined : chosen });
  };
  const pick = (at: number) => {
    setProblem(undefined);
    setLeft(undefined);
    const day = dateText(zone, at);
    written.change({ start: at, ...(day < draft.from ? { from: day } : {}), ...(day > draft.to ? { to: day } : {}) });
  };
  const step = (by: number) => {
    // Where nothing is free one goes along what comes near.
    const all = (found?.slots.length ? found.slots : found && [...found.near, ...room.plans]) ?? [];
    const at = all.findIndex((s) => s.start === start);
    const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (next) pick(next.start);
  };
  const day = (by: number) => {
    if (looked === undefined || !found) return;
    const inDay = found.days.findIndex((d) => d.start <= looked && looked < d.end);
    const target = found.days[inDay + by];
    const now = found.days[inDay];
    if (target && now) pick(target.start + (looked - now.start));
  };
  const hold = (at: number | undefined) => {
    if (at === undefined) return;
    written.change({
      holding: draft.holding.includes(at) ? draft.holding.filter((h) => h !== at) : [...draft.holding, at].sort((a, b) => a - b),
    });
  };

  const attempt = async (what: () => Promise<void>) => {
    if (busy) return;
    setBusy(true);
    setProblem(undefined);
    try {
      await what();
    } catch (e) {
      if (e instanceof Problem) setProblem(e);
      else fail(e);
    } finally {
      setBusy(false);
    }
  };

  const arrange = (send: boolean) => {
    if (!draft.title.trim()) return setProblem(new Problem("It has no title yet.", "corlin:no-title", 400, "title"));
    if (send && draft.required.length === 0)
      return setProblem(
        new Problem("Nobody is invited yet. Name at least one person who must come.", "corlin:no-attendee", 400, "required"),
      );
    if (start === undefined) return setProblem(new Problem("No time is chosen yet.", "corlin:no-time", 400, "start"));
    void attempt(async () => {
      // Kept first: where the sending is undone, it is being written again.
      const settled = await written.settle();
      const coming = draft.some.of.length > 0 || draft.room ? (await queries.fetchQuery(chosenQuery(chosenAt(start), true))).picked : [];
      const body = arrangeRequest(
        draft,
        organiser,
        coming.map((p) => p.id),
        zone,
        start,
        settled,
        send,
      );
      const made = await ask(client.POST("/api/meetings", { body }));
      written.finish();
      await readAnew();
      if (send) {
        say(`“${body.title}” goes to ${made.asked} in ten seconds.`, made.change);
        await navigate({ to: "/chase", search: { meeting: made.entry } });
      } else {
        say(`“${body.title}” is saved on ${organiser.givenName}’s lane. Nobody was told.`, made.change);
        await navigate({
          to: "/lanes",
          search: {
            who: organiser.id,
            view: "day",
            from: dateText(zone, start),
            entry: made.entry,
            ...(made.occurrence ? { occurrence: made.occurrence } : {}),
          },
        });
      }
    });
  };

  const makeRoom = () =>
    void attempt(async () => {
      const { plan } = room;
      if (!plan) return;
      const moves = plan.moves.map((m) => ({ ...m, occurrence: m.recurrenceId }));
      const made = await ask(client.POST("/api/room", { body: { search, start: plan.start, moves } }));
      pick(plan.start);
      await readAnew();
      say(`There is room for ${shortWhen(wallClock(zone, plan.start))} now. ${plan.words}`, made.change);
    });

  const place = (lapses: number) =>
    void attempt(async () => {
      const body = {
        inNameOf: organiser.id,
        title: draft.title.trim(),
        starts: draft.holding,
        minutes: draft.minutes,
        zone: zone.id,
        with: draft.required.map((r) => r.id),
        lapses,
        inPlaceOf: draft.held?.request ?? null,
        for: draft.request ?? null,
      };
      const made = await ask(client.POST("/api/holds", { body }));
      written.change({ held: { request: made.request, starts: draft.holding, lapses } });
      await written.keep();
      const where = made.lanes === 1 ? `on ${organiser.givenName}’s calendar` : `on ${made.lanes} calendars`;
      say(`${draft.holding.length === 1 ? "One time is" : `${draft.holding.length} times are`} held ${where}.`, made.change);
      await readAnew();
    });
  const readers = [...draft.required, ...draft.optional].filter((c) => !c.person?.inside && c.person?.kind !== "group");
  const offering = useOffer(attempt);
  const leaveOffer = (open: boolean) => {
    offering.setOpen(open);
    if (open || !offering.made) return;
    // What was offered is written no more; it goes on under Chase.
    written.finish();
    void navigate({ to: "/chase" });
  };
  const release = () =>
    void attempt(async () => {
      if (!draft.held) return;
      const made = await ask(client.DELETE("/api/holds/{request}", { params: { path: { request: draft.held.request } } }));
      written.change({ held: undefined, holding: [] });
      await written.keep();
      say("Nothing is held any more.", made.change);
      await readAnew();
    });

  const mend = (by: Mend) => {
    if (by.kind === "papersOut") {
      void attempt(async () => {
        const settled = await written.settle();
        for (const paper of papers.filter((p) => !p.goesOut)) {
          const path = { id: settled ?? "", paper: paper.id };
          const made = await ask(client.PUT("/api/drafts/{id}/papers/{paper}", { params: { path }, body: { goesOut: true } }));
          written.setPapers(made.papers);
        }
        await queries.invalidateQueries({ queryKey: ["calendars", "chosen"] });
      });
      return;
    }
    edit(mended(draft, by, found, start));
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

  const shown = problem ?? (slots.error instanceof Problem ? slots.error : undefined);
  return (
    <div className="flex min-h-full flex-col max-[899px]:shrink-0">
      <div className="px-6 pt-3">
        <h1 className="sr-only">Arrange a meeting</h1>
        <PlainLine
          aside={<DraftsPart drafts={drafts} id={id} keeping={written.keeping} turnTo={written.turnTo} resolve={written.resolve} />}
          onSay={(part) => {
            setProblem(undefined);
            setLeft(undefined);
            // Another day without an hour is another choice; everything else leaves the time as it was chosen.
            written.change("from" in part && !("start" in part) ? { ...part, start: undefined } : part);
          }}
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
        <SlotList
          slots={found}
          ready={ready}
          busy={slots.isFetching}
          start={start}
          onPick={pick}
          room={room}
          soonest={soonest}
          onSoonest={setSoonest}
          holding={draft.holding}
          onHolding={(holding) => written.change({ holding: holding.sort((a, b) => a - b) })}
          mayOpen={(by) => opened(draft, by) !== undefined}
          onOpen={(by) => edit(opened(draft, by) ?? {})}
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
        {found && onBoard ? (
          <ArrangeBoard
            found={found}
            known={desk.day.lanes}
            zone={zone}
            now={desk.now}
            moment={onBoard}
            chosen={chosen.data}
            plan={room.plan}
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
        wrong={chosen.data && moment ? mendable([...chosen.data.wrong, ...(chosen.data.series?.wrong ?? [])], found, start) : []}
        series={
          moment &&
          chosen.data?.series && (
            <SeriesLine
              series={chosen.data.series}
              // Those who come of several come to each time of the series.
              search={{ ...search, required: [...search.required, ...picked.map((p) => p.id)], some: [], room: null }}
              start={moment.start}
              moved={draft.moved}
              onMoved={(moved) => written.change({ start: moment.start, moved })}
            />
          )
        }
        plan={room.plan}
        onMove={makeRoom}
        send={
          moment
            ? `Send to ${asked} ${draft.repeats ? "from" : "for"} ${shortWhen(wallClock(zone, moment.start))}${draft.repeats ? ` ${draft.repeats}` : ""}`
            : "Choose a time to send"
        }
        disabled={!moment || busy}
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
