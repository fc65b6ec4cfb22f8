import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, problemOf } from "../../api/client";
import { standingQuery } from "../../api/queries";
import type { Person } from "../../api/types";
import { useChanges } from "../../app/changes";
import { DatePart } from "../../sentence/DatePart";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PersonPart } from "../../sentence/PersonPart";
import { Button } from "../../ui/Button";
import { Standing } from "./Standing";
import { endsOf, kinds, wordOf, wrongWith, type Said } from "./said";

interface Props {
  people: Person[];
  who: Person;
  said: Said;
  /** The one that is changed; undefined for a new one. */
  id: number | undefined;
  onWho: (who: Person) => void;
  onSay: (said: Said) => void;
  onDone: () => void;
  onOpen: (entry: string, occurrence: string | null) => void;
}

/** An absence as a sentence, with what stands in its time beside it before it is posted. */
export function AbsenceForm({ people, who, said, id, onWho, onSay, onDone, onOpen }: Props) {
  const { run } = useChanges();
  const [problem, setProblem] = useState<string>();
  const { from, to } = endsOf(said);
  const wrong = wrongWith(said);
  const standing = useQuery(standingQuery(wrong ? "" : who.id, from, to));
  const set = (part: Partial<Said>) => {
    setProblem(undefined);
    onSay({ ...said, ...part });
  };
  const post = async () => {
    if (!from || wrong) return;
    const body = { from, to, covers: said.covers?.id ?? null, reason: said.reason.trim() || null, kind: said.kind };
    try {
      const made = await ask(
        id === undefined
          ? client.POST("/api/absences", { body: { who: who.id, said: body } })
          : client.PUT("/api/absences/{id}", { params: { path: { id } }, body }),
      );
      const cover = said.covers ? ` ${said.covers.givenName} is told.` : "";
      run(Promise.resolve(made), id === undefined ? `${who.givenName} is away then.${cover}` : `The absence is changed.${cover}`);
      onDone();
    } catch (e) {
      setProblem(problemOf(e, "It was not posted; what you said is still here.").message);
    }
  };
  return (
    <form
      aria-label={id === undefined ? "Post an absence" : "Change the absence"}
      className="grid gap-x-8 border-t border-rule py-3 min-[900px]:grid-cols-2"
      onSubmit={(e) => {
        e.preventDefault();
        void post();
      }}
    >
      <div>
        <p className="font-serif text-[20px] leading-[32px]">
          {people.length > 1 && id === undefined ? (
            <Part name="Who is away" value={who.givenName} width={260}>
              {(close) => (
                <Choices<string>
                  value={who.id}
                  options={people.map((p) => ({ value: p.id, label: p.name }))}
                  onChoose={(chosen) => {
                    const next = people.find((p) => p.id === chosen);
                    if (next) onWho(next);
                    close();
                  }}
                />
              )}
            </Part>
          ) : (
            who.givenName
          )}{" "}
          is{" "}
          <Part name="What kind" value={wordOf(said.kind)} width={220}>
            {(close) => (
              <Choices
                value={said.kind}
                options={kinds}
                onChoose={(kind) => {
                  set({ kind });
                  close();
                }}
              />
            )}
          </Part>{" "}
          from <DatePart name="First day" value={said.first} onChange={(first) => set({ first, last: said.last || first })} /> to{" "}
          <DatePart name="Last day" value={said.last} wrong={wrong} onChange={(last) => set({ last })} />
          {", "}
          <Hours said={said} onChange={set} />, by the clock of {who.town};{" "}
          <PersonPart name="Who covers" words={said.covers?.name} not={[who.id]} onChoose={(covers) => set({ covers })} /> covers. Because:{" "}
          <TypedPart
            name="Why"
            value={said.reason}
            placeholder="a reason, for who keeps the calendar"
            longest={200}
            onChange={(reason) => set({ reason })}
          />
        </p>
        {(wrong ?? problem) && (
          <p role="alert" className="font-semibold text-brick">
            {wrong ?? problem}
          </p>
        )}
        <p className="mt-2 flex gap-2">
          <Button type="submit" look="filled" disabled={!from || wrong !== undefined}>
            {id === undefined ? "Post it" : "Change it"}
          </Button>
          <Button look="plain" onClick={onDone}>
            Not now
          </Button>
        </p>
      </div>
      {standing.data && <Standing entries={standing.data} onOpen={onOpen} />}
    </form>
  );
}

/** Whole days, or from an hour of the first to an hour of the last. */
function Hours({ said, onChange }: { said: Said; onChange: (part: Partial<Said>) => void }) {
  const whole = !said.from && !said.to;
  const words = whole ? "whole days" : `from ${said.from || "00:00"} of the first to ${said.to || "24:00"} of the last`;
  return (
    <Part name="What hours" value={words} width={280}>
      {(close) => (
        <>
          <div className="flex gap-4">
            {(["from", "to"] as const).map((end) => (
              <label key={end} className="block flex-1">
                <span className="text-soft">{end === "from" ? "From, on the first day" : "To, on the last"}</span>
                <input
                  type="time"
                  autoFocus={end === "from"}
                  value={said[end]}
                  onChange={(e) => onChange({ [end]: e.target.value })}
                  onKeyDown={(e) => e.key === "Enter" && close()}
                  className="h-9 w-full border-b border-ink bg-transparent"
                />
              </label>
            ))}
          </div>
          <button
            type="button"
            className="mt-2 min-h-8 underline"
            onClick={() => {
              onChange({ from: "", to: "" });
              close();
            }}
          >
            Whole days
          </button>
        </>
      )}
    </Part>
  );
}
