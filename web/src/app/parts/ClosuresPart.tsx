import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { closuresQuery } from "../../api/queries";
import type { Closures } from "../../api/types";
import { useChanges } from "../hooks/changes";
import { useChange } from "../hooks/useChange";
import { dayAndMonth } from "../../lane/time";
import { DatePart } from "../../sentence/DatePart";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

interface Props {
  /** Days that were chosen on the same screen, which the sentence begins with; empty for none. */
  from?: string | undefined;
  to?: string | undefined;
}

/** The days on which sites are closed: for administrators those there are, and a sentence for another. */
export function ClosuresPart({ from = "", to = "" }: Props) {
  const closures = useQuery(closuresQuery);
  return closures.data?.mayChange ? <Shown key={`${from} ${to}`} data={closures.data} from={from} to={to} /> : null;
}

const days = (first: string, last: string) =>
  first === last ? `on ${dayAndMonth(first)}` : `from ${dayAndMonth(first)} to ${dayAndMonth(last)}`;

function Shown({ data, from, to }: { data: Closures; from: string; to: string }) {
  const { run } = useChanges();
  const { busy, problem, make } = useChange();
  const [site, setSite] = useState(data.sites[0] ?? "");
  const [first, setFirst] = useState(from);
  const [last, setLast] = useState(to);
  const [words, setWords] = useState("");
  const whole = first !== "" && words.trim() !== "";
  const close = () => {
    const end = last || first;
    make(
      () => ask(client.POST("/api/closures", { body: { site, first, last: end, words: words.trim() } })),
      `${site} is closed ${days(first, end)}.`,
      () => {
        setFirst("");
        setLast("");
        setWords("");
      },
    );
  };
  return (
    <section aria-label="Closures" className="no-print mt-4 border-t border-rule pt-2">
      <h2 className="mb-1 font-semibold">Closures</h2>
      <ul>
        {data.closures.map((c) => (
          <li key={c.id} className="flex min-h-8 items-center gap-3">
            <span className="w-52">{c.site}</span>
            <span className="w-52">{days(c.first, c.last)}</span>
            <span className="text-soft">{c.words}</span>
            <Button
              look="plain"
              onClick={() =>
                run(
                  ask(client.DELETE("/api/closures/{id}", { params: { path: { id: c.id } } })),
                  `${c.site} is open ${days(c.first, c.last)}.`,
                )
              }
            >
              Open {c.site} again
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-baseline gap-x-2 font-serif text-[19px] leading-[31px]"
        onSubmit={(e) => {
          e.preventDefault();
          if (whole) close();
        }}
      >
        <span>
          <Part name="Site" value={site} width={240}>
            {(done) => (
              <Choices<string>
                value={site}
                options={data.sites.map((s) => ({ value: s, label: s }))}
                onChoose={(s) => {
                  setSite(s);
                  done();
                }}
              />
            )}
          </Part>{" "}
          is closed from <DatePart name="First day" value={first} onChange={setFirst} /> to{" "}
          <DatePart name="Last day" value={last} open="the same day" onChange={setLast} />:{" "}
          <TypedPart name="Why it is closed" value={words} placeholder="why" longest={100} onChange={setWords} />
        </span>
        <Button type="submit" disabled={busy || !whole} className="font-sans">
          Close {site}
        </Button>
      </form>
      {problem && <FieldError>{problem.message}</FieldError>}
    </section>
  );
}
