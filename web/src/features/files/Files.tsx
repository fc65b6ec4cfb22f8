import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { deskQuery } from "../../api/queries";
import type { Desk } from "../../api/types";
import { useKeys } from "../../app/keys";
import { keptBy } from "../../app/parts/keptBy";
import { addDays } from "../../lane/time";
import { Choices, Part } from "../../sentence/Part";
import { Wait } from "../../ui/Wait";
import { FeedsPart } from "./FeedsPart";
import { FollowedPart } from "./FollowedPart";
import { feedsQuery, followedQuery } from "./queries";
import { TakeIn } from "./TakeIn";

const contents = [
  { value: "entries" as const, label: "as far as you may know it whole", note: "entries, and absences with who covers" },
  { value: "busy" as const, label: "only what time is taken, and the working hours", note: "VFREEBUSY and VAVAILABILITY, without titles" },
];

/** Calendar files: taken into a calendar, and written from one. */
export function Files() {
  const desk = useQuery(deskQuery);
  return desk.data ? <Page desk={desk.data} /> : <Wait query={desk} />;
}

function Page({ desk }: { desk: Desk }) {
  const people = keptBy(desk);
  const [who, setWho] = useState(people[0] ?? desk.viewer);
  const [span, setSpan] = useState<{ from: string; to: string }>();
  useKeys({}, [{ keys: "Tab", does: "next part" }]);
  const [content, setContent] = useState<"entries" | "busy">("entries");
  // Both before anything stands: what came one by one would push the rest from under the pointer.
  const reads = [useQuery(followedQuery(who.id)), useQuery(feedsQuery(who.id))];
  const reading = reads.find((r) => r.isPending);
  const busy = content === "busy";
  const query = span ? `?from=${span.from}&to=${span.to}` : "";
  const all = busy ? "four weeks from today" : "everything";
  return (
    <div className="grid max-w-3xl gap-6 px-6 py-3">
      <h1 className="font-serif text-[26px] leading-9">
        Calendar files of{" "}
        <Part name="Whose calendar" value={who.name} width={280}>
          {(close) => (
            <Choices
              value={who.id}
              options={people.map((p) => ({ value: p.id, label: p.name, note: p.town }))}
              onChoose={(id) => {
                setWho(people.find((p) => p.id === id) ?? who);
                close();
              }}
            />
          )}
        </Part>
      </h1>
      {reading ? (
        <Wait query={reading} />
      ) : (
        <>
          <TakeIn key={who.id} who={who} />
          <FollowedPart key={`followed ${who.id}`} who={who} />
          <FeedsPart key={`feeds ${who.id}`} who={who} />
          <section aria-labelledby="out" className="border-t border-rule pt-4">
            <h2 id="out" className="text-[15px] font-semibold">
              Export a file
            </h2>
            <p className="mt-2 font-serif text-[19px] leading-8">
              Of {who.givenName}’s calendar,{" "}
              <Part name="How much" value={span ? `${span.from} to ${span.to}` : all} width={280}>
                {() => (
                  <div className="grid gap-3">
                    <label className="flex min-h-8 items-center gap-2">
                      <input
                        type="checkbox"
                        checked={!span}
                        onChange={(e) => setSpan(e.target.checked ? undefined : { from: desk.day.date, to: addDays(desk.day.date, 27) })}
                        className="size-4 accent-sea"
                      />
                      {all.charAt(0).toUpperCase() + all.slice(1)}
                    </label>
                    {span && (
                      <>
                        <Day label="From" value={span.from} onChange={(from) => setSpan({ ...span, from })} />
                        <Day label="To" value={span.to} onChange={(to) => setSpan({ ...span, to })} />
                      </>
                    )}
                  </div>
                )}
              </Part>
              ,{" "}
              <Part name="What of it" value={contents.find((c) => c.value === content)?.label ?? ""} width={400}>
                {(close) => (
                  <Choices
                    value={content}
                    options={contents}
                    onChoose={(chosen) => {
                      setContent(chosen);
                      close();
                    }}
                  />
                )}
              </Part>
              .
            </p>
            <p className="mt-2">
              <a
                href={`/api/calendars/${who.id}/${busy ? "busy" : "file"}${query}`}
                download
                className="inline-flex min-h-8 items-center rounded-sm border border-sea px-3 text-[13px] font-semibold text-sea hover:bg-sea-wash"
              >
                Download the file
              </a>
              <Link to="/send" search={{ who: who.id }} className="ml-3 inline-flex min-h-8 items-center underline underline-offset-4">
                Send it by mail
              </Link>
            </p>
          </section>
        </>
      )}
    </div>
  );
}

function Day({ label, value, onChange }: { label: string; value: string; onChange: (date: string) => void }) {
  return (
    <label>
      <span className="text-soft">{label}</span>
      <input
        type="date"
        value={value}
        onChange={(e) => e.target.value && onChange(e.target.value)}
        className="h-9 w-full border-b border-ink bg-transparent text-[15px]"
      />
    </label>
  );
}
