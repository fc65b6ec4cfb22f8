import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { furtherQuery } from "../../api/queries";
import type { KeptCalendar, Person } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useChange } from "../../app/hooks/useChange";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { SaidPart } from "./SaidPart";

const counting = [
  { value: "yes", label: "counts as taken", note: "others plan around it" },
  { value: "no", label: "does not count as taken", note: "stands as free" },
];

const takes = (counts: boolean) => (counts ? "counts as taken" : "does not count as taken");

/** The calendars that somebody keeps beside their main one; each may be granted alone. */
export function CalendarsPart({ who }: { who: Person }) {
  const data = useQuery(furtherQuery(who.id)).data;
  if (!data || (!data.mayChange && data.further.length === 0)) return null;
  return (
    <section aria-labelledby="further" className="mt-4 border-t border-rule pt-2">
      <h3 id="further" className="mb-1 font-semibold">
        Calendars{" "}
        <span className="font-normal text-soft">beside the main one; they stand on the same lane, and Access grants each alone</span>
      </h3>
      <ul>
        {data.further.map((c) => (
          <Line key={c.id} who={who} calendar={c} mayChange={data.mayChange} />
        ))}
      </ul>
      {data.mayChange && <Another who={who} />}
    </section>
  );
}

function Line({ who, calendar, mayChange }: { who: Person; calendar: KeptCalendar; mayChange: boolean }) {
  const { run } = useChanges();
  const path = { person: who.id, id: calendar.id };
  const change = (next: { name?: string; counts?: boolean }, words: string) =>
    run(
      ask(
        client.PUT("/api/calendars/{person}/further/{id}", {
          params: { path },
          body: { name: next.name ?? calendar.name, counts: next.counts ?? calendar.counts },
        }),
      ),
      words,
    );
  const entries =
    calendar.entries === null
      ? ""
      : calendar.entries === 0
        ? ", nothing on it"
        : calendar.entries === 1
          ? ", one entry"
          : `, ${calendar.entries} entries`;
  if (!mayChange)
    return (
      <li aria-label={calendar.name} className="py-1 font-serif text-[19px] leading-8">
        {calendar.name}, which {takes(calendar.counts)}
      </li>
    );
  return (
    <li aria-label={calendar.name} className="flex flex-wrap items-baseline gap-x-3 py-1">
      <span className="font-serif text-[19px] leading-8">
        <SaidPart
          name={`Name of ${calendar.name}`}
          words={calendar.name}
          value={calendar.name}
          longest={60}
          onSay={(name) => change({ name }, `“${calendar.name}” is now “${name}”.`)}
        />
        , which <CountsPart counts={calendar.counts} onChoose={(counts) => change({ counts }, `“${calendar.name}” ${takes(counts)}.`)} />
        <span className="text-soft">{entries}</span>
      </span>
      <span className="ml-auto">
        <Button
          look="grave"
          onClick={() =>
            run(
              ask(client.DELETE("/api/calendars/{person}/further/{id}", { params: { path } })),
              `“${calendar.name}” is off ${who.givenName}’s lane${calendar.entries ? ", with what stood on it" : ""}.`,
            )
          }
        >
          Remove it
        </Button>
      </span>
    </li>
  );
}

function CountsPart({ counts, onChoose }: { counts: boolean; onChoose: (counts: boolean) => void }) {
  return (
    <Part name="Whether it counts" value={takes(counts)} width={360}>
      {(close) => (
        <Choices<string>
          value={counts ? "yes" : "no"}
          options={counting}
          onChoose={(v) => {
            close();
            if ((v === "yes") !== counts) onChoose(v === "yes");
          }}
        />
      )}
    </Part>
  );
}

function Another({ who }: { who: Person }) {
  const { busy, problem, make } = useChange();
  const [name, setName] = useState("");
  const [counts, setCounts] = useState(true);
  return (
    <form
      aria-label="Keep another calendar"
      className="flex flex-wrap items-baseline gap-x-3"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () => ask(client.POST("/api/calendars/{person}/further", { params: { path: { person: who.id } }, body: { name, counts } })),
          `${who.givenName} keeps “${name.trim()}” too.`,
          () => setName(""),
        );
      }}
    >
      <span className="font-serif text-[19px] leading-8">
        Keep another, called <TypedPart name="Name" value={name} placeholder="a project, a plan" longest={60} onChange={setName} />, which{" "}
        <CountsPart counts={counts} onChoose={setCounts} />.
      </span>
      <Button type="submit" look="outlined" disabled={busy || !name.trim()}>
        Keep the calendar
      </Button>
      {problem && <FieldError>{problem.message}</FieldError>}
    </form>
  );
}
