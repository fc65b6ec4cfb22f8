import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useMemo, useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { chosenQuery, deskQuery, slotsQuery } from "../../api/queries";
import type { Desk } from "../../api/types";
import { useChanges } from "../../app/changes";
import { useKeys } from "../../app/keys";
import { localText, minute, wallClock, weekdayOf } from "../../lane/time";
import { Wait } from "../../ui/Wait";
import { ArrangeBoard } from "./ArrangeBoard";
import { ArrangeFoot } from "./ArrangeFoot";
import { ArrangeSentence } from "./ArrangeSentence";
import { PlainLine } from "./PlainLine";
import { SlotList } from "./SlotList";
import { chosenRequest, slotsRequest, useDraft } from "./state";

/** A meeting as a sentence, its free slots, and everyone's lanes. */
export function Arrange() {
  const desk = useQuery(deskQuery);
  return desk.data ? <Composer desk={desk.data} /> : <Wait query={desk} />;
}

function Composer({ desk }: { desk: Desk }) {
  const viewerZone = desk.zones[0];
  if (!viewerZone) throw new Error("The desk has no zone.");
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { say, fail } = useChanges();
  const { draft, change, clear, bringBack } = useDraft(viewerZone, desk.now);
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);

  const names = useMemo(() => {
    const principals = desk.day.lanes.map((l) => l.who);
    return principals.some((p) => p.id === desk.viewer.id) ? principals : [...principals, desk.viewer];
  }, [desk]);
  const organiser = names.find((n) => n.id === draft.inNameOf) ?? names[0] ?? desk.viewer;
  const ready = draft.required.length > 0 && draft.from <= draft.to;
  const slots = useQuery(slotsQuery(slotsRequest(draft, organiser), ready));
  const found = ready && !slots.error ? slots.data : undefined;
  // The zones of everyone asked over the whole span; the viewer's is the first.
  const zone = found?.zones.find((z) => z.id === viewerZone.id) ?? viewerZone;
  const start = draft.start ?? found?.slots[0]?.start;
  const chosen = useQuery(chosenQuery(chosenRequest(draft, organiser, zone, start ?? 0), ready && start !== undefined));
  const moment = start === undefined ? undefined : { start, end: start + draft.minutes * minute };

  const edit = (part: Parameters<typeof change>[0]) => {
    setProblem(undefined);
    // Who is asked, how long and when decide the slots: an older choice of time no longer stands.
    const asksAnew = ["inNameOf", "required", "optional", "minutes", "from", "to"].some((k) => k in part);
    change(asksAnew ? { ...part, start: undefined } : part);
  };
  const pick = (at: number) => change({ start: at });
  const step = (by: number) => {
    const all = found?.slots ?? [];
    const at = all.findIndex((s) => s.start === start);
    const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (next) pick(next.start);
  };
  const day = (by: number) => {
    if (start === undefined || !found) return;
    const inDay = found.days.findIndex((d) => d.start <= start && start < d.end);
    const target = found.days[inDay + by];
    const now = found.days[inDay];
    if (target && now) pick(target.start + (start - now.start));
  };

  const send = async () => {
    if (busy) return;
    if (!draft.title.trim()) return setProblem(new Problem("It has no title yet.", "corlin:no-title", 400, "title"));
    if (draft.required.length === 0)
      return setProblem(new Problem("Nobody is asked yet. Name at least one person who must come.", "corlin:no-attendee", 400, "required"));
    if (start === undefined) return setProblem(new Problem("No time is chosen yet.", "corlin:no-time", 400, "start"));
    setBusy(true);
    setProblem(undefined);
    try {
      const body = {
        ...chosenRequest(draft, organiser, zone, start),
        title: draft.title.trim(),
        agenda: draft.agenda.trim() || null,
        line: null,
        private: draft.private,
        repeats: draft.repeats || null,
      };
      const made = await ask(client.POST("/api/meetings", { body }));
      clear();
      say(`“${body.title}” goes to ${made.asked} in ten seconds.`, made.change);
      await queries.invalidateQueries({ queryKey: ["calendars"] });
      await navigate({ to: "/chase", search: { meeting: made.entry } });
    } catch (e) {
      if (e instanceof Problem) setProblem(e);
      else fail(e);
    } finally {
      setBusy(false);
    }
  };

  useKeys(
    {
      "Ctrl+Enter": () => void send(),
      j: () => step(1),
      k: () => step(-1),
      h: () => day(-1),
      l: () => day(1),
    },
    [
      { keys: "Tab", does: "next part of the sentence" },
      { keys: "S", does: "say it in one line" },
      { keys: "J K", does: "along the slots" },
      { keys: "H L", does: "another day" },
      { keys: "Ctrl Enter", does: "send" },
    ],
  );

  const shown = problem ?? (slots.error instanceof Problem ? slots.error : undefined);
  return (
    <div className="flex min-h-full flex-col">
      <div className="px-6 pt-3">
        <h1 className="sr-only">Arrange a meeting</h1>
        <PlainLine
          onSay={(part) => {
            setProblem(undefined);
            change({ start: undefined, ...part });
          }}
        />
        <ArrangeSentence
          draft={draft}
          organiser={organiser}
          names={names}
          problem={shown}
          time={{ start: localText(zone, start ?? desk.now), zone: zone.id, minutes: draft.minutes, allDay: false, endZone: null }}
          onEdit={edit}
        />
        {shown && (
          <p role="alert" className="mt-1.5 font-semibold text-brick">
            {shown.message}
          </p>
        )}
      </div>
      <div className="grid min-h-0 flex-1 gap-x-6 px-6 pt-3 min-[900px]:grid-cols-[330px_minmax(0,1fr)]">
        <SlotList slots={found} ready={ready} busy={slots.isFetching} start={start} onPick={pick} />
        {found && moment ? (
          <ArrangeBoard
            found={found}
            known={desk.day.lanes}
            zone={zone}
            now={desk.now}
            moment={moment}
            chosen={chosen.data}
            onPick={pick}
            onDay={day}
          />
        ) : (
          <p className="pt-8 text-soft">{ready ? "" : "The lanes of those asked stand here as soon as somebody is."}</p>
        )}
      </div>
      <ArrangeFoot
        wrong={chosen.data && moment ? chosen.data.wrong : []}
        send={
          moment
            ? `Send to ${draft.required.length + draft.optional.length} ${draft.repeats ? "from" : "for"} ${shortWhen(wallClock(zone, moment.start))}${draft.repeats ? ` ${draft.repeats}` : ""}`
            : "Choose a time to send"
        }
        disabled={!moment || busy}
        onSend={() => void send()}
        onClear={clear}
        onBringBack={bringBack}
      />
    </div>
  );
}

/** "Tuesday 16, 12:00". */
function shortWhen(local: Date): string {
  return `${weekdayOf(local.toISOString().slice(0, 10))} ${local.getUTCDate()}, ${local.toISOString().slice(11, 16)}`;
}
