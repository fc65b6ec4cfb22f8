import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client, Problem } from "../../../api/client";
import { readAnew } from "../../../api/fresh";
import { chosenQuery } from "../../../api/queries";
import type { Mend } from "../../../api/types";
import { useChanges } from "../../../app/hooks/changes";
import { dateText, localText, wallClock } from "../../../lane/time";
import { shortWhen } from "../ArrangeSentence";
import { mended } from "../mend";
import { arrangeRequest, panelRequest } from "../requests";
import type { useDraft } from "../useDraft";
import type { Searched } from "./useSearched";
import type { useTimes } from "./useTimes";

export type Attempts = ReturnType<typeof useAttempts>;

/** One thing at a time is done; what is wrong with it is said above, and what was written stays. */
export function useAttempts() {
  const { fail } = useChanges();
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
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
  return { problem, setProblem, busy, attempt };
}

/** What is done with what is written: sent, saved, made room for, held, released, mended. */
export function useArranging(
  written: ReturnType<typeof useDraft>,
  searched: Searched,
  { edit, pick }: ReturnType<typeof useTimes>,
  { attempt, setProblem }: Attempts,
) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { say } = useChanges();
  const { draft, papers } = written;
  const { organiser, zone, start, room, panel, search, found, chosenAt } = searched;

  const arrange = (send: boolean) => {
    if (!draft.title.trim()) return setProblem(new Problem("It has no title yet.", "corlin:no-title", 400, "title"));
    if (send && draft.required.length + draft.each.of.length === 0)
      return setProblem(
        new Problem("Nobody is invited yet. Name at least one person who must come.", "corlin:no-attendee", 400, "required"),
      );
    if (panel.on && (panel.plan?.placed.length ?? 0) === 0)
      return setProblem(new Problem("None of them can be met yet.", "corlin:no-time", 400, "each"));
    if (start === undefined) return setProblem(new Problem("No time is chosen yet.", "corlin:no-time", 400, "start"));
    void attempt(async () => {
      // Kept first: where the sending is undone, it is being written again.
      const settled = await written.settle();
      const isSome = draft.some.of.length > 0 || draft.room !== undefined;
      const comingAt = async (at: number, met?: string) =>
        isSome ? (await queries.fetchQuery(chosenQuery(chosenAt(at, met), true))).picked.map((p) => p.id) : [];
      const meetings = await Promise.all(
        (panel.plan?.placed ?? []).map(async (p) => ({
          who: p.who.id,
          start: localText(zone, p.start),
          also: await comingAt(p.start, p.who.id),
        })),
      );
      const coming = panel.on ? [] : await comingAt(start);
      const body = arrangeRequest(draft, organiser, coming, zone, start, settled, send);
      if (panel.on) body.panel = { asked: panelRequest(draft, organiser), meetings };
      const made = await ask(client.POST("/api/meetings", { body }));
      // Two series that take turns are told of as one.
      const several = panel.on && made.meetings > 1;
      const what = `“${body.title}”${several ? `, ${made.meetings} meetings,` : ""}`;
      written.finish();
      await readAnew();
      if (send) {
        say(`${what} ${several ? "go" : "goes"} to ${made.asked} in ten seconds.`, made.change);
        await navigate({ to: "/chase", search: { meeting: made.entry } });
      } else {
        say(`${what} ${several ? "are" : "is"} saved on ${organiser.givenName}’s lane. Nobody was told.`, made.change);
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
  return { arrange, makeRoom, place, release, mend };
}
