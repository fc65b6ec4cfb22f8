import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useEffect, useRef } from "react";
import type { HandDay as HandDayData } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useWatched } from "../../app/hooks/live";
import { useNow } from "../../app/hooks/useNow";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfPerson } from "../../lane/rows";
import { addDays } from "../../lane/time";
import { Wait } from "../../ui/Wait";
import { HandLine } from "./HandLine";
import { HandPeople } from "./HandPeople";
import { useHandPerson } from "./useHandPerson";
import { handQuery } from "./queries";

export interface HandAsked {
  who?: string | undefined;
  day?: string | undefined;
  entry?: string | undefined;
  occurrence?: string | undefined;
}

/** In a hand: one day of one person, as its lane and a list below it. */
export function HandDay({ asked }: { asked: HandAsked }) {
  const [person, choose] = useHandPerson();
  const hand = useQuery(handQuery(asked.who ?? person, asked.day));
  // Whom one may not know any more is let go of.
  const isGone = hand.isError && person !== undefined && asked.who === undefined;
  useEffect(() => {
    if (isGone) choose(undefined);
  }, [isGone, choose]);
  return hand.data ? <Day hand={hand.data} asked={asked} /> : <Wait query={hand}>Reading the day…</Wait>;
}

/** A finger that went so far sideways meant to. */
const swipe = 60;

function Day({ hand, asked }: { hand: HandDayData; asked: HandAsked }) {
  const now = useNow(hand.now);
  const navigate = useNavigate();
  const sheet = useEntrySheet();
  const [, choosePerson] = useHandPerson();
  const from = useRef<{ x: number; y: number }>(undefined);
  const who = hand.who.id;
  useWatched([who]);
  const { open } = sheet;
  const { entry, occurrence } = asked;
  useEffect(() => {
    if (entry) open(entry, who, occurrence ?? null);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- opens for another entry only
  }, [entry, occurrence]);
  const people = hand.principals.some((p) => p.id === who) ? hand.principals : [hand.who, ...hand.principals];
  const lane = hand.day.lanes[0];
  const go = (next: { who?: string; day?: string | undefined }) => {
    // Who was come to by a search is stayed with on the next day too.
    choosePerson(next.who ?? who);
    const day = "day" in next ? next.day : asked.day;
    void navigate({ to: "/", search: { ...(day ? { day } : {}) }, replace: true });
  };
  const step = (by: number) => go({ day: addDays(hand.day.date, by) });
  const toPerson = (by: number) => {
    const next = people[people.findIndex((p) => p.id === who) + by];
    if (next) go({ who: next.id });
  };
  return (
    <div
      className="flex min-h-full flex-col"
      onTouchStart={(e) => {
        const touch = e.touches[0];
        from.current = touch && { x: touch.clientX, y: touch.clientY };
      }}
      onTouchEnd={(e) => {
        const [began, touch] = [from.current, e.changedTouches[0]];
        if (!began || !touch) return;
        const [x, y] = [touch.clientX - began.x, touch.clientY - began.y];
        if (Math.abs(x) > swipe && Math.abs(x) > 2 * Math.abs(y)) toPerson(x < 0 ? 1 : -1);
      }}
    >
      <div className="px-4">
        <HandPeople people={people} who={who} onChoose={(id) => go({ who: id })} />
        <div className="flex items-end gap-2">
          <h1 className="min-w-0 flex-1 font-serif text-[27px] leading-9">{hand.dateLine}</h1>
          <StepTo words="Previous day" sign="‹" onClick={() => step(-1)} />
          {!hand.day.today && <StepTo words="Today" sign="Today" onClick={() => go({ day: undefined })} />}
          <StepTo words="Next day" sign="›" onClick={() => step(1)} />
        </div>
        <p className="pb-2 text-[14px] leading-5 text-soft">
          {hand.lead}
          {hand.clock && <span className="font-semibold text-ink"> {hand.clock}.</span>}
        </p>
      </div>
      {lane && (
        <LaneBoard
          name={`${hand.who.name}, ${hand.dateLine}`}
          rows={[{ ...rowOfPerson(lane, hand.day, hand.zones, now), title: "", notes: [] }]}
          zones={hand.zones.slice(0, 1).map((z) => ({ ...z, label: "" }))}
          now={now}
          height={56}
          headWidth={0}
          bare
          onOpen={(e) => e.id && sheet.open(e.id, who, e.occurrence)}
        />
      )}
      {hand.lines.length === 0 && <p className="px-4 py-4 text-[15px] text-soft">Nothing scheduled on this day.</p>}
      <ul aria-label="What stands on this day" className="pb-6 text-[15px]">
        {hand.lines.map((line) => (
          <HandLine
            key={`${line.id ?? ""} ${line.occurrence ?? ""} ${line.start}`}
            line={line}
            who={hand.who}
            onOpen={() => line.id && sheet.open(line.id, who, line.occurrence)}
          />
        ))}
      </ul>
      {sheet.sheet}
    </div>
  );
}

function StepTo({ words, sign, onClick }: { words: string; sign: string; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-label={words}
      className={`flex min-h-11 min-w-11 items-center justify-center text-sea ${sign === words ? "text-[14px] font-semibold" : "text-[26px] leading-none"}`}
      onClick={onClick}
    >
      {sign}
    </button>
  );
}
