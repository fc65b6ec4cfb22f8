import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { standingQuery, whereaboutsQuery } from "../../api/queries";
import type { Absence, Person, Whereabouts as Data } from "../../api/types";
import { useChanges } from "../../app/changes";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/live";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { AbsenceForm } from "./AbsenceForm";
import { nothingSaid, saidOf, wordOf, type Said } from "./said";
import { Standing } from "./Standing";
import { Strips } from "./Strips";

const route = getRouteApi("/whereabouts");

/** A month of where each principal is, and who is away when. */
export function Whereabouts() {
  const { month } = route.useSearch();
  const data = useQuery(whereaboutsQuery(month));
  return data.data ? <Shown data={data.data} /> : <Wait query={data} />;
}

interface Saying {
  who: Person;
  said: Said;
  id?: number;
}

function Shown({ data }: { data: Data }) {
  const navigate = route.useNavigate();
  const [saying, setSaying] = useState<Saying>();
  const sheet = useEntrySheet();
  const people = data.strips.map((s) => s.who);
  useWatched(people.map((p) => p.id));
  const go = (month: string) => void navigate({ search: { month }, replace: true });
  useKeys({ h: () => go(data.before), l: () => go(data.after) }, [
    { keys: "H L", does: "month back, on" },
    { keys: "Z", does: "undo, ten seconds" },
  ]);
  const begin = (who: Person, date = "") => setSaying({ who, said: { ...nothingSaid, first: date, last: date } });
  const change = (a: Absence) => setSaying({ who: a.who, said: saidOf(a), id: a.id });
  const first = people[0];
  return (
    <div className="px-6 pb-8">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">{data.label}</h1>
        <p className="min-w-0 flex-1 text-soft">Where everybody works, and who is away. A day begins an absence.</p>
        <span className="no-print flex gap-1">
          <Button look="plain" onClick={() => go(data.before)}>
            Month back
          </Button>
          <Button look="plain" onClick={() => go(data.after)}>
            Month on
          </Button>
          {first && <Button onClick={() => begin(first)}>Post an absence</Button>}
        </span>
      </div>
      <Strips
        data={data}
        onDay={begin}
        onAway={(id) => {
          const absence = data.absences.find((a) => a.id === id);
          if (absence) change(absence);
        }}
      />
      {saying && (
        <AbsenceForm
          key={`${saying.id ?? "new"} ${saying.who.id}`}
          people={people}
          who={saying.who}
          said={saying.said}
          id={saying.id}
          onWho={(who) => setSaying({ ...saying, who })}
          onSay={(said) => setSaying({ ...saying, said })}
          onDone={() => setSaying(undefined)}
          onOpen={(entry, occurrence) => sheet.open(entry, saying.who.id, occurrence)}
        />
      )}
      <Away data={data} onChange={change} onOpen={(who, entry, occurrence) => sheet.open(entry, who.id, occurrence)} />
      {sheet.sheet}
    </div>
  );
}

/** The absences that are not over, each with what stands in it and what can be done. */
function Away({
  data,
  onChange,
  onOpen,
}: {
  data: Data;
  onChange: (absence: Absence) => void;
  onOpen: (who: Person, entry: string, occurrence: string | null) => void;
}) {
  const { run } = useChanges();
  return (
    <section aria-labelledby="away" className="mt-5">
      <h2 id="away" className="text-[17px] font-semibold">
        Away
      </h2>
      {data.absences.length === 0 && <p className="text-soft">Nobody is away, and nobody will be within a year.</p>}
      <ul>
        {data.absences.map((a) => (
          <li
            key={a.id}
            aria-label={`${a.who.name}, ${a.words}`}
            className="grid gap-x-8 border-t border-rule py-2 min-[900px]:grid-cols-2"
          >
            <div>
              <p className="flex items-start gap-2 font-serif text-[18px] leading-7">
                <Flag flag={a.who.flag} height={20} />
                <span>
                  {a.who.givenName} {a.begun ? "is" : "will be"} {wordOf(a.kind)} {a.words}
                  {a.covers ? `; ${a.covers.name} covers` : "; nobody covers"}
                  {a.reason && <span className="text-soft">, because: {a.reason}</span>}.
                </span>
              </p>
              <p className="no-print flex gap-1">
                <Button look="plain" onClick={() => onChange(a)}>
                  Change it
                </Button>
                <Button
                  look="plain"
                  onClick={() =>
                    run(
                      ask(client.DELETE("/api/absences/{id}", { params: { path: { id: a.id } } })),
                      a.begun ? `${a.who.givenName} is back.` : `${a.who.givenName} does not go.`,
                    )
                  }
                >
                  {a.begun ? `${a.who.givenName} is back` : "Take it away"}
                </Button>
              </p>
            </div>
            <InIt absence={a} onOpen={(entry, occurrence) => onOpen(a.who, entry, occurrence)} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What stands in one that is posted: it is read apart, so that a month of many absences is there at once. */
function InIt({ absence, onOpen }: { absence: Absence; onOpen: (entry: string, occurrence: string | null) => void }) {
  const standing = useQuery(standingQuery(absence.who.id, absence.from, absence.to));
  return standing.data ? <Standing entries={standing.data} onOpen={onOpen} /> : <Wait query={standing}>Reading what stands in it…</Wait>;
}
