import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Year } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useChange } from "../../app/hooks/useChange";
import { addDays, dayAndMonth } from "../../lane/time";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

/** The weeks in which nothing new is arranged: those there are, and a sentence for another. */
export function NoGoPart({ data }: { data: Year }) {
  const { run } = useChanges();
  const { busy, problem, make } = useChange();
  const ahead = data.weeks.filter((w) => w.end > data.now);
  const [date, setDate] = useState(ahead[1]?.date ?? data.weeks[0]?.date ?? "");
  const [weeks, setWeeks] = useState(1);
  const [words, setWords] = useState("");
  const week = data.weeks.find((w) => w.date === date);
  const keep = () => {
    make(
      () => ask(client.POST("/api/no-go-weeks", { body: { inNameOf: data.who.id, date, weeks, words: words.trim() || null } })),
      `Nothing new is arranged for ${data.who.givenName} from ${dayAndMonth(date)} to ${dayAndMonth(addDays(date, 7 * weeks - 1))}.`,
      () => setWords(""),
    );
  };
  return (
    <section aria-label="No-go weeks" className="no-print mt-4 border-t border-rule pt-2">
      <h2 className="mb-1 font-semibold">No-go weeks</h2>
      <ul>
        {data.noGo.map((n) => (
          <li key={n.id} className="flex min-h-8 items-center gap-3">
            <span className="w-52">
              {dayAndMonth(n.date)} to {dayAndMonth(addDays(n.date, 7 * n.weeks - 1))}
            </span>
            <span className="text-soft">{n.words}</span>
            <Button
              look="plain"
              onClick={() =>
                run(
                  ask(client.DELETE("/api/no-go-weeks/{id}", { params: { path: { id: n.id }, query: { inNameOf: data.who.id } } })),
                  `The weeks from ${dayAndMonth(n.date)} are open again.`,
                )
              }
            >
              Open the week again
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="flex flex-wrap items-baseline gap-x-2 font-serif text-[19px] leading-[31px]"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <span>
          Keep {data.who.givenName}’s calendar clear in{" "}
          <Part name="First week" value={week ? `week ${week.number}, from ${dayAndMonth(date)}` : "a week"} width={300}>
            {(close) => (
              <div className="max-h-72 overflow-auto">
                <Choices<string>
                  value={date}
                  options={data.weeks.map((w) => ({ value: w.date, label: `Week ${w.number}`, note: `from ${dayAndMonth(w.date)}` }))}
                  onChoose={(d) => {
                    setDate(d);
                    close();
                  }}
                />
              </div>
            )}
          </Part>
          , for{" "}
          <Part name="How long" value={weeks === 1 ? "one week" : `${weeks} weeks`} width={200}>
            {(close) => (
              <Choices<number>
                value={weeks}
                options={[1, 2, 3, 4, 6, 8].map((n) => ({ value: n, label: n === 1 ? "one week" : `${n} weeks` }))}
                onChoose={(n) => {
                  setWeeks(n);
                  close();
                }}
              />
            )}
          </Part>
          : <TypedPart name="Why" value={words} placeholder="why" longest={100} onChange={setWords} />
        </span>
        <Button type="submit" disabled={busy} className="font-sans">
          Keep {weeks === 1 ? "the week" : "these weeks"} free of new things
        </Button>
      </form>
      {problem && <FieldError>{problem.message}</FieldError>}
    </section>
  );
}
