import { useState } from "react";
import type { GivenAnswer } from "../../api/answer";
import type { EntryDetails, Person, TimeRequest } from "../../api/types";
import { dayAndMonth, weekdayOf } from "../../lane/time";
import { TimeEditor } from "../../sentence/TimeEditor";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { useAnswer } from "../hooks/useAnswer";
import { useKept } from "../hooks/useKept";

/** The answers that the reader may give, for each person for whom they may: with a line, and with another time. */
export function AnswerFor({ entry, onDone }: { entry: EntryDetails; onDone: () => void }) {
  return entry.mayAnswerFor.map((who) => <AnswerOf key={who.id} entry={entry} who={who} onDone={onDone} />);
}

const said: Record<GivenAnswer, string> = { accepted: "Accept", tentative: "Tentative", declined: "Decline" };

const givenOf = (answer: string | undefined) => (["accepted", "tentative", "declined"] as const).find((a) => a === answer);

function AnswerOf({ entry, who, onDone }: { entry: EntryDetails; who: Person; onDone: () => void }) {
  const give = useAnswer();
  const line = useKept(`answer ${entry.id} ${entry.occurrence ?? ""} ${who.id}`, () => "");
  const [other, setOther] = useState<TimeRequest>();
  const [whole, setWhole] = useState(false);
  const day = entry.when.split(",")[0] ?? "";
  const occurrence = whole ? null : entry.occurrence;
  const which = entry.occurrence === null ? "" : whole ? ", the whole series" : `, ${day}`;
  const untold = entry.untold.find((u) => u.who === who.id);
  const kept = givenOf(untold?.answer);
  const answer = (word: GivenAnswer, of = occurrence) =>
    give(
      { entry: entry.id, occurrence: of, inNameOf: who.id, comment: line.value.trim() || null, proposed: other ?? null },
      word,
      other
        ? `${entry.title}${which}: ${word} for ${who.givenName}, and ${whenWords(other)} is offered.`
        : `${entry.title}${which}: ${word} for ${who.givenName}.`,
      () => {
        line.forget();
        onDone();
      },
    );
  return (
    <section aria-label={`Answer for ${who.name}`} className="grid gap-1.5">
      {kept && entry.organiser && (
        <p className="flex flex-wrap items-center gap-x-3">
          {`${who.givenName}: ${kept}; ${entry.organiser.name} was not written to.`}
          <Button onClick={() => answer(kept, untold?.occurrence ?? null)}>Tell {entry.organiser.givenName}</Button>
        </p>
      )}
      <label className="grid">
        <span className="text-soft">For {who.givenName}, with a line if you like</span>
        <input
          value={line.value}
          maxLength={2000}
          onChange={(e) => line.set(e.target.value)}
          className="h-8 border-b border-rule bg-transparent outline-none focus-visible:border-b-2 focus-visible:border-sea"
        />
      </label>
      {entry.occurrence !== null && (
        <p className="text-soft">
          It is a series; this answers for{" "}
          <Part name={`Of what ${who.givenName} answers`} value={whole ? "all of it" : `${day} alone`} width={260}>
            {(close) => (
              <Choices
                value={whole ? "all" : "one"}
                options={[
                  { value: "one", label: `${day} alone` },
                  { value: "all", label: "all of it" },
                ]}
                onChoose={(of) => {
                  setWhole(of === "all");
                  if (of === "all") setOther(undefined);
                  close();
                }}
              />
            )}
          </Part>
          .
        </p>
      )}
      {!entry.said.allDay && !whole && (
        <p className="text-soft">
          {other ? "Offering " : "and perhaps "}
          <Part name={`Another time for ${who.givenName}`} value={other ? whenWords(other) : "another time"} width={360}>
            {(close) => (
              <div className="grid gap-3">
                <TimeEditor time={other ?? { ...entry.said, endZone: null, end: null }} moment={entry.start} onChange={setOther} />
                <p className="flex gap-2">
                  <Button onClick={close}>Offer this time</Button>
                  <Button
                    look="plain"
                    onClick={() => {
                      setOther(undefined);
                      close();
                    }}
                  >
                    Offer none
                  </Button>
                </p>
              </div>
            )}
          </Part>
          .
        </p>
      )}
      <p className="flex flex-wrap items-center gap-1.5 max-[600px]:[&>*]:min-h-11">
        {(other ? (["tentative", "declined"] as const) : (["accepted", "tentative", "declined"] as const)).map((word) => (
          <Button key={word} disabled={other !== undefined && other.minutes <= 0} onClick={() => answer(word)}>
            {other ? `${said[word]} and offer it` : said[word]}
          </Button>
        ))}
      </p>
    </section>
  );
}

function whenWords(time: TimeRequest): string {
  const [date = "", clock = ""] = time.start.split("T");
  return `${weekdayOf(date)} ${dayAndMonth(date)}, ${clock}`;
}
