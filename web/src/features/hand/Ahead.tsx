import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { deskQuery, lanesQuery } from "../../api/queries";
import type { Day, Zone } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useWatched } from "../../app/hooks/live";
import { addDays, clock } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { HandPeople } from "./HandPeople";
import { useHandPerson } from "./useHandPerson";

const noRulers: string[] = [];

/** In a hand: the two weeks ahead of one person, day by day. */
export function Ahead() {
  const desk = useQuery(deskQuery);
  const [person, choose] = useHandPerson();
  const [from, setFrom] = useState<string>();
  const people = desk.data?.day.lanes.map((l) => l.who) ?? [];
  const who = person ?? people[0]?.id;
  const lanes = useQuery({ ...lanesQuery(who ? [who] : [], from, "list", noRulers), enabled: who !== undefined });
  const sheet = useEntrySheet();
  useWatched(who ? [who] : []);
  const data = lanes.data;
  if (!data || !who) return <Wait query={lanes}>Reading what is ahead…</Wait>;
  const zone = data.zones[0];
  const first = data.days[0]?.date ?? "";
  return (
    <div className="px-4 pb-6 text-[15px]">
      <HandPeople people={people} who={who} onChoose={choose} />
      <h1 className="font-serif text-[27px] leading-9">{from ? `Two weeks from ${data.days[0]?.label ?? ""}` : "Ahead"}</h1>
      {zone &&
        data.days.map((day) => (
          <DayLines key={day.date} day={day} zone={zone} onOpen={(id, occurrence) => sheet.open(id, who, occurrence)} />
        ))}
      <p className="flex gap-2 pt-4 [&>*]:min-h-11">
        {from && (
          <Button look="plain" onClick={() => setFrom(undefined)}>
            From today
          </Button>
        )}
        <Button onClick={() => setFrom(addDays(first, 14))}>Two weeks on</Button>
      </p>
      {sheet.sheet}
    </div>
  );
}

function DayLines({ day, zone, onOpen }: { day: Day; zone: Zone; onOpen: (id: string, occurrence: string | null) => void }) {
  const navigate = useNavigate();
  const entries = day.lanes.flatMap((l) => l.entries).toSorted((a, b) => Number(b.allDay) - Number(a.allDay) || a.start - b.start);
  return (
    <section aria-label={day.label}>
      <h2>
        <button
          type="button"
          className={`flex min-h-11 w-full items-end border-b border-rule pt-3 pb-1 text-left font-semibold ${day.today ? "text-brass" : ""}`}
          onClick={() => void navigate({ to: "/", search: day.today ? {} : { day: day.date } })}
        >
          {day.label}
          {day.today && ", today"}
          {entries.length === 0 && <span className="ml-2 font-normal text-soft">nothing</span>}
        </button>
      </h2>
      <ul>
        {entries.map((entry) => (
          <li key={`${entry.id ?? ""}${entry.start}`}>
            <button
              type="button"
              disabled={!entry.id}
              className="flex min-h-11 w-full items-baseline gap-2 py-2 text-left"
              onClick={() => entry.id && onOpen(entry.id, entry.occurrence)}
            >
              <span className="w-[52px] shrink-0 text-soft tabular-nums">{entry.allDay ? "all day" : clock(zone, entry.start)}</span>
              <span className="min-w-0 flex-1">{entry.label}</span>
              {entry.takes !== "firm" && <span className="shrink-0 text-[14px] text-soft">{entry.takes}</span>}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
