import { useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { ask, client } from "../../api/client";
import type { Strip, WhereRead } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { DatePart } from "../../sentence/DatePart";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { EntryLines } from "./EntryLines";
import { FromTo } from "./FromTo";
import { choicesOf, saidOfStay, wordOfWhere, wrongWithStay, type Stay } from "./stay";
import { whereReadQuery } from "./queries";

interface Props {
  strip: Strip;
  /** All of whom the viewer may say it. */
  strips: Strip[];
  places: string[];
  /** The month that is looked at. */
  month: string;
  stay: Stay;
  line: string;
  onWho: (strip: Strip) => void;
  onStay: (stay: Stay) => void;
  onLine: (line: string) => void;
  onDone: () => void;
  /** It is no place they say, but an absence. */
  onAway: () => void;
  onOpen: (entry: string, occurrence: string | null) => void;
}

/** Where somebody is on some days, as a sentence or as a typed line, with what saying it does before it is said. */
export function SayForm(props: Props) {
  const { strip, strips, month, stay, line, onWho, onStay, onLine, onDone, onAway, onOpen } = props;
  const { busy, problem, clear, make } = useChange("It was not saved; what you said is still here.");
  const wrong = line ? undefined : wrongWithStay(stay);
  const asked = useDeferredValue(line);
  const read = useQuery(whereReadQuery(strip.who.id, asked, wrong ? [] : saidOfStay(stay), month));
  const ready = read.data && asked === line && !read.isPlaceholderData ? read.data : undefined;
  const may = ready && !ready.problem && ready.said.length > 0 && !wrong;
  const name = strip.who.givenName;
  const say = () => {
    if (!may) return;
    make(
      () => ask(client.POST("/api/whereabouts", { body: { who: strip.who.id, said: ready.said, seen: strip.seen } })),
      `${name} is ${ready.words.join("; ")}.`,
      onDone,
    );
  };
  return (
    <form
      aria-label="Where they are"
      className="grid gap-x-8 border-t border-rule py-3 min-[900px]:grid-cols-2"
      onSubmit={(e) => {
        e.preventDefault();
        say();
      }}
    >
      <div>
        <p className="font-serif text-[20px] leading-[32px]">
          {strips.length > 1 ? (
            <Part name="Who" value={name} width={260}>
              {(close) => (
                <Choices<string>
                  value={strip.who.id}
                  options={strips.map((s) => ({ value: s.who.id, label: s.who.name }))}
                  onChoose={(chosen) => {
                    const next = strips.find((s) => s.who.id === chosen);
                    if (next) onWho(next);
                    close();
                  }}
                />
              )}
            </Part>
          ) : (
            name
          )}{" "}
          is{" "}
          {line ? (
            <Understood read={ready} />
          ) : (
            <>
              <WherePart {...props} /> from{" "}
              <DatePart
                name="First day"
                value={stay.first}
                onChange={(first) => onStay({ ...stay, first, last: stay.last && stay.last > first ? stay.last : first })}
              />{" "}
              to <DatePart name="Last day" value={stay.last} wrong={wrong} onChange={(last) => onStay({ ...stay, last })} />,{" "}
              <HoursPart stay={stay} onStay={onStay} />.
            </>
          )}
        </p>
        <label className="mt-1 flex flex-wrap items-baseline gap-x-2">
          <span className="text-soft">Or type it:</span>
          <input
            value={line}
            maxLength={200}
            onChange={(e) => {
              clear();
              onLine(e.target.value);
            }}
            placeholder="home Thursdays and Fridays until June"
            aria-label="Or type it"
            className="h-8 min-w-0 flex-1 border-b border-ink bg-transparent placeholder:text-soft"
          />
        </label>
        {(wrong ?? problem?.message ?? ready?.problem) && (
          <p role="alert" className="mt-1 font-semibold text-brick">
            {wrong ?? problem?.message ?? ready?.problem}
          </p>
        )}
        <p className="mt-2 flex flex-wrap gap-2">
          <Button type="submit" look="filled" disabled={busy || !may}>
            Save it
          </Button>
          <Button look="plain" onClick={onDone}>
            Not now
          </Button>
          <Button look="plain" onClick={onAway}>
            {name} is away instead
          </Button>
        </p>
      </div>
      {may && <Does read={ready} name={name} onOpen={onOpen} />}
    </form>
  );
}

function Understood({ read }: { read: WhereRead | undefined }) {
  if (!read || read.words.length === 0) return <span className="text-soft">…</span>;
  return <span>{read.words.join("; ")}.</span>;
}

function WherePart({ stay, places, onStay }: Props) {
  const choices = choicesOf(places);
  const value = stay.where && choices.find((c) => wordOfWhere(c.where) === wordOfWhere(stay.where))?.key;
  return (
    <Part name="Where" value={wordOfWhere(stay.where)} empty={!stay.where} width={280}>
      {(close) => (
        <div className="max-h-[50vh] overflow-y-auto">
          <Choices<string>
            value={value}
            options={choices.map((c) => ({ value: c.key, label: c.label }))}
            onChoose={(key) => {
              onStay({ ...stay, where: choices.find((c) => c.key === key)?.where });
              close();
            }}
          />
        </div>
      )}
    </Part>
  );
}

/** All of each day, or a part of it by the clock of where they are then. */
function HoursPart({ stay, onStay }: { stay: Stay; onStay: (stay: Stay) => void }) {
  const words =
    !stay.from && !stay.to
      ? "all day"
      : !stay.to
        ? `from ${stay.from} on`
        : !stay.from
          ? `until ${stay.to}`
          : `from ${stay.from} to ${stay.to}`;
  return (
    <FromTo
      name="What part of the day"
      words={words}
      value={stay}
      labels={{ from: "From", to: "To" }}
      whole="All day"
      onChange={(part) => onStay({ ...stay, ...part })}
    />
  );
}

/** What saying it does: what fits no more, each with the way to its sheet, where it is moved, answered or cancelled. */
function Does({ read, name, onOpen }: { read: WhereRead; name: string; onOpen: Props["onOpen"] }) {
  const lost = read.noLongerFit;
  return (
    <div aria-live="polite">
      {read.away && <p>{read.away}</p>}
      {lost.length === 0 ? (
        <p className="text-soft">Everything scheduled then still fits.</p>
      ) : (
        <>
          <h3 className="font-semibold">{lost.length === 1 ? "One entry no longer fits" : `${lost.length} entries no longer fit`}</h3>
          <EntryLines lines={lost.map((e) => ({ ...e, end: e.why.startsWith("out") ? e.why : `${name} ${e.why}` }))} onOpen={onOpen} />
        </>
      )}
    </div>
  );
}
