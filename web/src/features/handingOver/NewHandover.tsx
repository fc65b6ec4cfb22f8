import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Handovers } from "../../api/types";
import { useAway } from "../../app/parts/away";
import { useChanges } from "../../app/hooks/changes";
import { useChange } from "../../app/hooks/useChange";
import { Flag } from "../../lane/Flag";
import { and } from "../../lane/words";
import { DatePart } from "../../sentence/DatePart";
import { TypedPart } from "../../sentence/Part";
import { PersonPart } from "../../sentence/PersonPart";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Promised, type PromisedThing } from "./Promised";
import { Waiting } from "../../app/parts/Waiting";
import { handoverCoverQuery } from "./queries";

/** While the reader is away somebody keeps what is open, with a note for each. */
export function NewHandover({ data }: { data: Handovers }) {
  const navigate = useNavigate();
  const { run } = useChanges();
  const { busy, problem, make } = useChange("Something went wrong; nothing was handed over, and your notes are still here.");
  const [{ cover, first, last, line }, setAbsence] = useAway();
  const [notes, setNotes] = useState<Record<string, string>>({});
  const [kept, setKept] = useState<Record<string, boolean>>({});
  const [promised, setPromised] = useState<PromisedThing[]>([]);
  const without = useQuery(handoverCoverQuery(cover?.id ?? "", first)).data?.without ?? [];
  if (data.open.length === 0)
    return (
      <>
        <h1 className="pt-3 pb-2 font-serif text-[26px] leading-9">Handover</h1>
        <p className="text-soft">You speak for nobody, so there is nothing to hand over. What others leave to you stands above.</p>
      </>
    );
  const left = (key: string) => kept[key] === true;
  const rows = data.open.flatMap((o) => o.rows.map((row) => ({ ...row, principal: o.principal.id })));
  const given = rows.filter((r) => !left(r.key)).length + promised.length;
  const wrong = first && last && last < first ? "It ends before it starts." : undefined;
  const handOver = () => {
    if (!cover) return;
    make(
      () =>
        ask(
          client.POST("/api/handovers", {
            body: {
              cover: cover.id,
              first,
              last,
              line: line.trim() || null,
              items: [
                ...rows
                  .filter((r) => !left(r.key))
                  .map((r) => ({
                    principal: r.principal,
                    key: r.key,
                    entry: r.entry,
                    words: null,
                    promised: null,
                    note: notes[r.key] ?? null,
                  })),
                ...promised.map((p) => ({
                  principal: p.principal,
                  key: null,
                  entry: null,
                  words: p.words,
                  promised: p.by || null,
                  note: null,
                })),
              ],
            },
          }),
        ),
      `Handed over to ${cover.name}, who sees it on the Desk.`,
      (made) => void navigate({ to: "/handover", search: { id: made.id } }),
    );
  };
  // In the same sentence: what was written so far stays.
  const letCover = () => {
    if (!cover) return;
    run(
      ask(client.POST("/api/access/covers", { body: { away: data.viewer.id, cover: cover.id, first, last, line: line.trim() || null } })),
      ({ left }) => `${cover.name} covers in those days, and is told.${left.length > 0 ? ` Only ${and(left)} can grant the rest.` : ""}`,
    );
  };
  return (
    <form
      aria-label="Hand over"
      onSubmit={(e) => {
        e.preventDefault();
        handOver();
      }}
    >
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-3 pb-2">
        <h1 className="font-serif text-[26px] leading-9">
          While I am away from <DatePart name="First day" value={first} onChange={(first) => setAbsence({ first })} /> to{" "}
          <DatePart name="Last day" value={last} wrong={wrong} onChange={(last) => setAbsence({ last })} />,{" "}
          <PersonPart name="Who covers" words={cover?.name} not={[data.viewer.id]} onChoose={(cover) => setAbsence({ cover })} /> keeps what
          is open.
        </h1>
        <span className="ml-auto">
          <Button type="submit" look="filled" disabled={!cover || !first || !last || wrong !== undefined || given === 0 || busy}>
            {cover ? `Hand ${given} over to ${cover.givenName}` : "Hand it over"}
          </Button>
        </span>
      </div>
      <p className="font-serif text-[19px] leading-8">
        To everything:{" "}
        <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={(line) => setAbsence({ line })} />
      </p>
      {wrong && <p className="font-semibold text-brick">{wrong}</p>}
      {problem && <FieldError>{problem.message}</FieldError>}
      {cover && without.length > 0 && (
        <p role="status" className="py-1 font-semibold text-brass">
          {cover.name} does not speak for {and(without.map((w) => w.givenName))} then, and is not told what is open there.{" "}
          {last && !wrong && <Button onClick={letCover}>Let {cover.givenName} cover</Button>}
        </p>
      )}
      {data.open.map((o) => (
        <section key={o.principal.id} aria-label={`For ${o.principal.name}`} className="mt-4">
          <h2 className="flex items-center gap-2 border-b border-rule pb-1 font-semibold">
            <Flag flag={o.principal.flag} height={20} /> {o.principal.name}
            <span className="font-normal text-soft">{o.rows.length === 0 && "nothing open"}</span>
          </h2>
          <ul>
            {o.rows.map((row) => (
              <Waiting key={row.key} row={row} dim={left(row.key)}>
                {!left(row.key) && (
                  <span className="min-w-0 flex-1 font-serif text-[17px]">
                    <TypedPart
                      name={`Note on ${row.title}`}
                      value={notes[row.key] ?? ""}
                      placeholder="a note"
                      longest={1000}
                      onChange={(note) => setNotes((n) => ({ ...n, [row.key]: note }))}
                    />
                  </span>
                )}
                <span className="ml-auto">
                  <Button look="plain" onClick={() => setKept((k) => ({ ...k, [row.key]: !left(row.key) }))}>
                    {left(row.key) ? "Hand it over" : "Keep this one myself"}
                  </Button>
                </span>
              </Waiting>
            ))}
          </ul>
          <Promised principal={o.principal} things={promised} onChange={setPromised} />
        </section>
      ))}
    </form>
  );
}
