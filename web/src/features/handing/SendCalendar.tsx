import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { deskQuery } from "../../api/queries";
import type { Desk, Person } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useSettled } from "../../app/hooks/useSettled";
import { addDays, dayAndMonth } from "../../lane/time";
import { and } from "../../lane/words";
import { Choices, Part } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { ZonePicker } from "../../sentence/ZonePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { keptBy } from "../../app/parts/keptBy";
import { calendarLetterQuery } from "./queries";

const spans = [
  { value: 1, label: "one day" },
  { value: 2, label: "two days" },
  { value: 7, label: "seven days" },
  { value: 30, label: "thirty days" },
  { value: 92, label: "three months" },
  { value: 366, label: "a year" },
];

const mosts = [
  { value: "headlines" as const, label: "titles and places" },
  { value: "outline" as const, label: "only what time is taken" },
];

const forms = [
  { value: "byDay" as const, label: "day by day" },
  { value: "inOneRun" as const, label: "in one run of lines" },
  { value: "freeTimes" as const, label: "as the times that are free" },
];

const labelOf = <T extends string | number>(options: { value: T; label: string }[], value: T) =>
  options.find((o) => o.value === value)?.label ?? "";

const route = getRouteApi("/send");

/** A part of a calendar as a letter. */
export function SendCalendar() {
  const desk = useQuery(deskQuery);
  return desk.data ? <Page desk={desk.data} /> : <Wait query={desk} />;
}

function Page({ desk }: { desk: Desk }) {
  const navigate = route.useNavigate();
  const { who: wanted } = route.useSearch();
  const people = keptBy(desk);
  const who = people.find((p) => p.id === wanted) ?? people[0] ?? desk.viewer;
  return (
    <div className="grid max-w-3xl gap-3 px-6 py-3">
      <h1 className="font-serif text-[26px] leading-9">
        {"Send the calendar of "}
        <ChosenPart
          name="Whose calendar"
          options={people.map((p) => ({ value: p.id, label: p.name }))}
          value={who.id}
          onChoose={(id) => void navigate({ search: { who: id }, replace: true })}
        />
      </h1>
      <Letter key={who.id} who={who} today={desk.day.date} />
    </div>
  );
}

/** As much of it as is chosen, seen before it is sent as its reader gets it. */
function Letter({ who, today }: { who: Person; today: string }) {
  const [to, setTo] = useState<Chosen[]>([]);
  const [from, setFrom] = useState(today);
  const [days, setDays] = useState(7);
  const [most, setMost] = useState<"headlines" | "outline">("headlines");
  const [form, setForm] = useState<"byDay" | "inOneRun" | "freeTimes">("byDay");
  const [isPrivate, setPrivate] = useState(false);
  const [zone, setZone] = useState<{ id: string; city: string }>();
  const [note, setNote] = useState("");
  const { busy, problem, make } = useChange();
  const body = { to: to.map((t) => t.id), from, days, most, private: isPrivate, form, zone: zone?.id ?? null, note: note.trim() || null };
  const letter = useQuery(calendarLetterQuery(who.id, useSettled(body)));
  const send = () =>
    make(
      () => ask(client.POST("/api/calendars/{person}/letters", { params: { path: { person: who.id } }, body })),
      `${who.givenName}’s calendar goes to ${to.length > 3 ? `${to.length} people` : and(to.map((t) => t.name))} in ten seconds.`,
      () => {
        setTo([]);
        setNote("");
      },
    );
  return (
    <section aria-label="What is sent">
      <p className="font-serif text-[19px] leading-8">
        {"From "}
        <Part name="From" value={from === today ? "today" : dayAndMonth(from)} width={240}>
          {(close) => (
            <label className="block">
              <span className="text-soft">From</span>
              <input
                type="date"
                autoFocus
                defaultValue={from}
                onChange={(e) => e.target.value && setFrom(e.target.value)}
                onKeyDown={(e) => e.key === "Enter" && close()}
                className="h-9 w-full border-b border-ink bg-transparent"
              />
              <Button
                look="plain"
                className="mt-2"
                onClick={() => {
                  setFrom(addDays(today, 1));
                  close();
                }}
              >
                Tomorrow
              </Button>
            </label>
          )}
        </Part>
        {" on, "}
        <ChosenPart name="How long" options={spans} value={days} onChoose={setDays} />
        {", "}
        {form !== "freeTimes" && (
          <>
            <ChosenPart name="How much" options={mosts} value={most} onChoose={setMost} />
            {", "}
          </>
        )}
        <ChosenPart name="Written" options={forms} value={form} onChoose={setForm} />
        {", in the times of "}
        <Part name="Zone" value={zone?.city ?? who.town} width={320}>
          {(close) => (
            <ZonePicker
              label="A city"
              onChoose={(z) => {
                setZone({ id: z.id, city: z.label });
                close();
              }}
            />
          )}
        </Part>
        .
      </p>
      {form !== "freeTimes" && most === "headlines" && (
        <label className="flex min-h-9 items-center gap-2">
          <input type="checkbox" checked={isPrivate} onChange={(e) => setPrivate(e.target.checked)} className="size-4 accent-sea" />
          With private entries; without this each reads “Private”
        </label>
      )}
      <div className="max-w-[520px] pt-1">
        <PeoplePicker label="To" quiet chosen={to} onChange={setTo} />
      </div>
      <label className="block max-w-[640px] pt-2">
        <span className="text-soft">A line above it, or nothing</span>
        <textarea
          rows={2}
          maxLength={2000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          className="mt-0.5 block w-full border border-rule bg-water p-2 text-[14px]"
        />
      </label>
      {letter.data && (
        <figure className="max-w-[640px] pt-3">
          <figcaption className="text-soft">
            As {to[0]?.givenName ?? "its reader"} gets it: “{letter.data.subject}”{letter.data.file && `, with ${letter.data.file}`}
          </figcaption>
          {letter.data.capped && <p className="font-semibold text-brass">The organisation lets those outside know less than was chosen.</p>}
          <pre
            tabIndex={0}
            className="mt-1 max-h-72 overflow-auto border border-rule bg-water p-3 font-sans text-[13px] whitespace-pre-wrap"
          >
            {letter.data.text}
          </pre>
        </figure>
      )}
      {(problem ?? letter.error) && <FieldError>{problem?.message ?? letter.error?.message}</FieldError>}
      <p className="pt-3">
        <Button look="filled" disabled={busy || to.length === 0} onClick={send}>
          {to.length === 0 ? "Say to whom it goes" : to.length === 1 ? `Send it to ${to[0]?.name ?? ""}` : `Send it to ${to.length}`}
        </Button>
      </p>
    </section>
  );
}

function ChosenPart<T extends string | number>({
  name,
  options,
  value,
  onChoose,
}: {
  name: string;
  options: { value: T; label: string }[];
  value: T;
  onChoose: (value: T) => void;
}) {
  return (
    <Part name={name} value={labelOf(options, value)} width={280}>
      {(close) => (
        <Choices
          options={options}
          value={value}
          onChoose={(chosen) => {
            onChoose(chosen);
            close();
          }}
        />
      )}
    </Part>
  );
}
