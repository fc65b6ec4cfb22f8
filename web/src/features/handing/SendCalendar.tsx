import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { deskQuery } from "../../api/queries";
import type { Desk, Person } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useSettled } from "../../app/hooks/useSettled";
import { and } from "../../lane/words";
import { ChoicePart } from "../../sentence/ChoicePart";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { keptBy } from "../../app/parts/keptBy";
import { letterRequest, type Wanted } from "./letter";
import { LetterSentence } from "./LetterSentence";
import { calendarLetterQuery } from "./queries";

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
        <ChoicePart
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
  const [wanted, setWanted] = useState<Wanted>({ from: today, days: 7, most: "headlines", form: "byDay", isPrivate: false, papers: false });
  const change = (part: Partial<Wanted>) => setWanted((before) => ({ ...before, ...part }));
  const [note, setNote] = useState("");
  const { busy, problem, make } = useChange();
  const body = letterRequest(
    wanted,
    to.map((t) => t.id),
    note,
  );
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
      <LetterSentence who={who} today={today} wanted={wanted} onChange={change} />
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
            As {to[0]?.givenName ?? "its reader"} gets it: “{letter.data.subject}”
            {letter.data.files.length > 0 && `, with ${and(letter.data.files)}`}
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
