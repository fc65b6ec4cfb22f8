import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { sessionQuery } from "../../api/queries";
import type { Absence, Person, Strip, Whereabouts as Data } from "../../api/types";
import { useAway } from "../../app/parts/away";
import { useChanges } from "../../app/hooks/changes";
import { ClosuresPart } from "../../app/parts/ClosuresPart";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { ReturnLines } from "../../app/parts/ReturnLines";
import { useKept } from "../../app/hooks/useKept";
import { Flag } from "../../lane/Flag";
import { chosenOf } from "../../sentence/PeoplePicker";
import { PersonPart } from "../../sentence/PersonPart";
import { Button } from "../../ui/Button";
import { StillHere } from "../../ui/StillHere";
import { Wait } from "../../ui/Wait";
import { AbsenceForm } from "./AbsenceForm";
import { nothingSaid, saidOf, wordOf, type Said } from "./said";
import { Return } from "./Return";
import { SaidList } from "./SaidList";
import { SayForm } from "./SayForm";
import { settledOf, Standing, type Wishes } from "./Standing";
import type { Stay } from "./stay";
import { Strips } from "./Strips";
import { YearSheet } from "./YearSheet";
import { standingQuery, whereaboutsQuery } from "./queries";

const route = getRouteApi("/whereabouts");

/** A month of where each principal is, and who is away when. */
export function Whereabouts() {
  const { year, absence } = route.useSearch();
  if (absence) return <Return id={absence} />;
  return year ? <YearSheet year={year} /> : <Month />;
}

function Month() {
  const { month, also } = route.useSearch();
  const data = useQuery(whereaboutsQuery(month, also));
  return data.data ? <Shown data={data.data} /> : <Wait query={data} />;
}

interface Saying {
  who: Person;
  said: Said;
  id?: number;
}

interface Where {
  who: string;
  stay: Stay;
  line: string;
}

const nowhere: Stay = { first: "", last: "", where: undefined, from: "", to: "" };

function Shown({ data }: { data: Data }) {
  const navigate = route.useNavigate();
  const { also } = route.useSearch();
  // What is said is kept while it is said: who leaves half-way finds it again.
  const keptAway = useKept<Saying | null>("absence", () => null);
  const keptWhere = useKept<Where | null>("where", () => null);
  const saying = keptAway.value ?? undefined;
  const where = keptWhere.value ?? undefined;
  const setSaying = (next: Saying | undefined) => (next ? keptAway.set(next) : keptAway.forget());
  const setWhere = (next: Where | undefined) => (next ? keptWhere.set(next) : keptWhere.forget());
  const sheet = useEntrySheet();
  const own = data.strips.filter((s) => s.maySay);
  const people = own.map((s) => s.who);
  useWatched(data.strips.map((s) => s.who.id));
  const look = (search: { month?: string; also?: string }) =>
    void navigate({ search: { ...(also ? { also } : {}), month: data.month, ...search }, replace: true });
  useKeys({ h: () => look({ month: data.before }), l: () => look({ month: data.after }) }, [
    { keys: "H L", does: "previous, next month" },
    { keys: "Shift ← →", does: "choose days" },
    { keys: "Enter", does: "say where" },
    { keys: "Z", does: "undo, ten seconds" },
  ]);
  const begin = (who: Person, first = "", last = first) => {
    setWhere(undefined);
    setSaying({ who, said: { ...nothingSaid, first, last } });
  };
  const change = (a: Absence) => {
    setWhere(undefined);
    setSaying({ who: a.who, said: saidOf(a), id: a.id });
  };
  const sayWhere = (strip: Strip, first = "", last = first) => {
    setSaying(undefined);
    setWhere({ who: strip.who.id, line: where?.line ?? "", stay: { ...(where?.stay ?? nowhere), first, last } });
  };
  const said = where && own.find((s) => s.who.id === where.who);
  const [first] = own;
  return (
    <div className="px-6 pb-8">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">{data.label}</h1>
        <span className="no-print ml-auto flex flex-wrap gap-1">
          <Button look="plain" onClick={() => look({ month: data.before })}>
            Previous month
          </Button>
          <Button look="plain" onClick={() => look({ month: data.after })}>
            Next month
          </Button>
          <Button look="plain" onClick={() => void navigate({ search: { year: Number(data.month.slice(0, 4)) } })}>
            The year
          </Button>
          {first && <Button onClick={() => sayWhere(first)}>Say where</Button>}
          {first && <Button onClick={() => begin(first.who)}>Post an absence</Button>}
        </span>
      </div>
      <Strips
        data={data}
        saying={where?.stay.first && !where.line ? { who: where.who, first: where.stay.first, last: where.stay.last } : undefined}
        onDays={(strip, from, to) => sayWhere(strip, data.days[from]?.date, data.days[to]?.date)}
        onAway={(id) => {
          const absence = data.absences.find((a) => a.id === id);
          if (absence) change(absence);
        }}
      />
      <Others
        data={data}
        also={also}
        onLook={(ids) => void navigate({ search: { month: data.month, ...(ids ? { also: ids } : {}) }, replace: true })}
      />
      {((where && said && keptWhere.restored) || (saying && keptAway.restored)) && (
        <StillHere
          onForget={() => {
            setWhere(undefined);
            setSaying(undefined);
          }}
        />
      )}
      {where && said && (
        <SayForm
          strip={said}
          strips={own}
          places={data.places}
          month={data.month}
          stay={where.stay}
          line={where.line}
          onWho={(strip) => setWhere({ ...where, who: strip.who.id })}
          onStay={(stay) => setWhere({ ...where, stay })}
          onLine={(line) => setWhere({ ...where, line })}
          onDone={() => setWhere(undefined)}
          onAway={() => begin(said.who, where.stay.first, where.stay.last)}
          onOpen={(entry, occurrence) => sheet.open(entry, where.who, occurrence)}
        />
      )}
      {saying && (
        <AbsenceForm
          key={`${saying.id ?? "new"} ${saying.who.id}`}
          people={people}
          who={saying.who}
          mayLend={own.some((s) => s.mayLend && s.who.id === saying.who.id)}
          said={saying.said}
          id={saying.id}
          onWho={(who) => setSaying({ ...saying, who })}
          onSay={(next) => setSaying({ ...saying, said: next })}
          onDone={() => setSaying(undefined)}
          onOpen={(entry, occurrence) => sheet.open(entry, saying.who.id, occurrence)}
        />
      )}
      <Away data={data} onChange={change} onOpen={(who, entry, occurrence) => sheet.open(entry, who.id, occurrence)} />
      <ReturnLines returns={data.returns.filter((r) => data.absences.every((a) => a.id !== r.id))} />
      <SaidList strips={data.strips} />
      <ClosuresPart from={where?.stay.first} to={where?.stay.last} />
      {sheet.sheet}
    </div>
  );
}

/** Strips of others, as far as one may see where they are. */
function Others({ data, also, onLook }: { data: Data; also: string | undefined; onLook: (ids: string) => void }) {
  const ids = also ? also.split(",") : [];
  const shown = data.strips.filter((s) => ids.includes(s.who.id));
  return (
    <p className="no-print flex flex-wrap items-baseline gap-x-3 pt-1.5 text-[13px] text-soft">
      <span>
        Look at{" "}
        <PersonPart
          name="Somebody else"
          words={undefined}
          not={data.strips.map((s) => s.who.id)}
          onChoose={(chosen) => chosen && onLook([...ids, chosen.id].join(","))}
        />{" "}
        too
      </span>
      {shown.map((s) => (
        <button
          key={s.who.id}
          type="button"
          className="min-h-8 underline-offset-4 hover:underline"
          onClick={() => onLook(ids.filter((id) => id !== s.who.id).join(","))}
        >
          Hide {s.who.name}
        </button>
      ))}
    </p>
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
                <HandOver absence={a} />
                {a.begun && <Meanwhile absence={a} />}
                <Button
                  look="plain"
                  onClick={() =>
                    run(
                      ask(client.DELETE("/api/absences/{id}", { params: { path: { id: a.id } } })),
                      a.begun ? `${a.who.givenName} is back.` : `${a.who.givenName}’s absence is deleted.`,
                    )
                  }
                >
                  {a.begun ? `${a.who.givenName} is back` : "Delete it"}
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

/** One's own absence leads to what is left to who covers, with its days and name said already. */
function HandOver({ absence }: { absence: Absence }) {
  const own = useQuery(sessionQuery).data?.address === absence.who.address;
  const navigate = route.useNavigate();
  const [, say] = useAway();
  if (!own) return null;
  const { first, last } = saidOf(absence);
  return (
    <Button
      look="plain"
      onClick={() => {
        say({ first, last, cover: absence.covers ? chosenOf(absence.covers) : undefined });
        void navigate({ to: "/handover" });
      }}
    >
      Hand over what is open
    </Button>
  );
}

/** Of an absence that runs what came so far. */
function Meanwhile({ absence }: { absence: Absence }) {
  const navigate = route.useNavigate();
  return (
    <Button look="plain" onClick={() => void navigate({ search: { absence: absence.id } })}>
      What came so far
    </Button>
  );
}

/** What stands in one that is posted: it is read apart, so that a month of many absences is there at once, and settled later too. */
function InIt({ absence, onOpen }: { absence: Absence; onOpen: (entry: string, occurrence: string | null) => void }) {
  const { run } = useChanges();
  const [wishes, setWishes] = useState<Wishes>({});
  const standing = useQuery(standingQuery(absence.who.id, absence.from, absence.to, absence.covers?.id));
  if (!standing.data) return <Wait query={standing}>Reading what falls into it…</Wait>;
  const settled = settledOf(standing.data, wishes, false);
  return (
    <div>
      <Standing entries={standing.data} wishes={wishes} proposed={false} onWish={setWishes} onOpen={onOpen} />
      {settled.length > 0 && (
        <p className="no-print mt-1.5">
          <Button
            look="filled"
            onClick={() => {
              run(
                ask(client.POST("/api/absences/{id}/settled", { params: { path: { id: absence.id } }, body: { settled } })),
                settled.length === 1 ? "One entry is settled." : `${settled.length} entries are settled.`,
              );
              setWishes({});
            }}
          >
            Settle {settled.length}
          </Button>
        </p>
      )}
    </div>
  );
}
