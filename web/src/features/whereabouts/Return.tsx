import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import type { ReactNode } from "react";
import type { Return as Data } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { PastList } from "../../app/parts/PastList";
import { Waiting } from "../../app/parts/Waiting";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { returnQuery } from "./queries";

const doneBy = ({ by, byAbsence, byInstruction }: Data["done"][number]) =>
  byAbsence ? `The absence, as ${by.name} posted it` : byInstruction ? `A standing instruction of ${by.name}` : by.name;

/** What came while somebody was away: what waits, what was asked, done and changed, and who read the text. */
export function Return({ id }: { id: number }) {
  const data = useQuery(returnQuery(id));
  return data.data ? <Page data={data.data} /> : <Wait query={data}>Reading what came meanwhile…</Wait>;
}

const count = (n: number, none: string, one: string, many: string) => (n === 0 ? none : `${n} ${n === 1 ? one : many}`);

function lead(data: Data): string {
  const done = data.done.reduce((sum, d) => sum + d.rows.length, 0);
  const parts = [
    data.covers ? `${data.covers.name} ${data.over ? "covered" : "covers"}` : "nobody covered",
    count(data.asked.length, "no invitation came", "invitation came", "invitations came"),
    count(done, "nothing was done by others", "thing was done by others", "things were done by others"),
    count(data.waits.length, "nothing waits", "thing waits", "things wait"),
  ];
  const words = parts.join(", ");
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
}

function Page({ data }: { data: Data }) {
  const sheet = useEntrySheet();
  useWatched([data.who.id]);
  useKeys({}, [{ keys: "Tab", does: "next entry" }]);
  return (
    <div className="max-w-[1280px] px-6 pb-8">
      <p className="no-print pt-3">
        <Link to="/whereabouts" className="inline-flex min-h-8 items-center text-sea underline underline-offset-4">
          Whereabouts
        </Link>
      </p>
      <h1 className="flex items-start gap-2 font-serif text-[26px] leading-9">
        <span className="pt-1.5">
          <Flag flag={data.who.flag} height={22} />
        </span>{" "}
        {data.words}
      </h1>
      <p className="text-soft">{lead(data)}</p>
      <Section id="waits" title="What waits now" none={data.waits.length === 0 && "Nothing waits."}>
        <ul>
          {data.waits.map((row) => (
            <Waiting key={row.key} row={row}>
              {row.entry && (
                <span className="no-print ml-auto">
                  <Button look="plain" onClick={() => row.entry && sheet.open(row.entry, data.who.id, row.occurrence)}>
                    Open the entry
                  </Button>
                </span>
              )}
            </Waiting>
          ))}
        </ul>
      </Section>
      <Section id="asked" title="Invitations" none={data.asked.length === 0 && "None came."}>
        <ul>
          {data.asked.map((a) => (
            <li key={a.entry} aria-label={a.title} className="flex flex-wrap items-baseline gap-x-4 border-b border-rule/60 py-1.5">
              <span className="min-w-[300px] flex-1">
                <button
                  type="button"
                  className="min-h-8 text-left font-semibold underline-offset-4 hover:underline"
                  onClick={() => sheet.open(a.entry, data.who.id, null)}
                >
                  {a.title}
                </button>
                , {a.when}, {a.by.name}
              </span>
              <span className={a.waits ? "font-semibold text-brass" : "text-soft"}>{a.became}</span>
            </li>
          ))}
        </ul>
      </Section>
      <Section
        id="done"
        title={`Done in ${data.who.givenName}’s name`}
        none={data.done.length === 0 && "Nobody did anything in that time."}
      >
        {data.done.map((d) => (
          <div key={`${d.by.id} ${d.byAbsence} ${d.byInstruction}`} className="mt-2">
            <h3 className="flex items-center gap-2 font-semibold">
              {doneBy(d)}
              <span className="font-normal text-soft">{d.rows.length}</span>
            </h3>
            <PastList rows={d.rows} />
          </div>
        ))}
      </Section>
      <Section id="others" title="What others changed" none={data.others.length === 0 && "Nothing."}>
        <PastList rows={data.others} />
      </Section>
      <Section id="told" title="Who was sent the text" none={data.told.length === 0 && "Nobody."}>
        <p>{data.told.join(", ")}</p>
      </Section>
      {sheet.sheet}
    </div>
  );
}

function Section({ id, title, none, children }: { id: string; title: string; none: string | false; children: ReactNode }) {
  return (
    <section aria-labelledby={id} className="mt-5">
      <h2 id={id} className="border-b border-rule pb-1 text-[17px] font-semibold">
        {title}
      </h2>
      {none ? <p className="py-1.5 text-soft">{none}</p> : children}
    </section>
  );
}
