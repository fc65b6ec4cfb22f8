import type { Problem } from "../../api/client";
import type { Person, Presets, TimeRequest, Zone } from "../../api/types";
import { addDays, dayAndMonth, lengthText, localText, minute, wallClock, weekdayOf } from "../../lane/time";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { and } from "../../lane/words";
import { LengthEditor } from "../../sentence/LengthEditor";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PrivatePart } from "../../sentence/PrivatePart";
import { RepeatEditor } from "../../sentence/RepeatEditor";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import type { Draft } from "./draft";
import { WhenPart } from "./WhenPart";
import { WherePart } from "./where/WherePart";

interface Props {
  draft: Draft;
  organiser: Person;
  names: Person[];
  problem: Problem | undefined;
  /** The time chosen, which is the first of a series. */
  time: TimeRequest;
  /** In which the writer reads it. */
  zone: Zone;
  start: number | undefined;
  presets: Presets | undefined;
  /** The room that is free at the chosen time, where any room is sought. */
  picked: string[];
  onPick: (start: number) => void;
  onEdit: (part: Partial<Draft>) => void;
}

function listOf(people: Chosen[], none: string): string {
  if (people.length === 0) return none;
  const names = people.map((p) => (p.person && !p.person.inside ? p.name : p.givenName));
  if (names.length > 5) return `${names.slice(0, 4).join(", ")} and ${names.length - 4} more`;
  return and(names);
}

const spanOf = (from: string, to: string) => {
  const [a, b] = [dayAndMonth(from), dayAndMonth(to)];
  if (from === to) return a;
  const [day = "", month] = a.split(" ");
  return b.endsWith(` ${month ?? ""}`) ? `${day} and ${b}` : `${a} and ${b}`;
};

/** "Tuesday 16, 12:00". */
export function shortWhen(local: Date): string {
  return `${weekdayOf(local.toISOString().slice(0, 10))} ${local.getUTCDate()}, ${local.toISOString().slice(11, 16)}`;
}

/** "11:30" by a zone’s clock. */
const clockText = (zone: Zone, at: number) => localText(zone, at).slice(11, 16);

/** The meeting as a sentence; its underlined parts are the fields. */
export function ArrangeSentence({ draft, organiser, names, problem, time, zone, start, presets, picked, onPick, onEdit }: Props) {
  const wrong = (field: string) => (problem?.field === field ? problem.message : undefined);
  return (
    <p className="font-serif text-[24px] leading-[36px]">
      In the name of{" "}
      <Part name="In whose name" value={organiser.name} width={280}>
        {(close) => (
          <Choices
            value={organiser.id}
            options={names.map((n) => ({ value: n.id, label: n.name, note: n.town }))}
            onChoose={(id) => {
              onEdit({ inNameOf: id });
              close();
            }}
          />
        )}
      </Part>
      :{" "}
      <TypedPart
        name="Title"
        placeholder="what it is about"
        value={draft.title}
        autoFocus
        wrong={wrong("title")}
        onChange={(title) => onEdit({ title })}
      />
      , with{" "}
      <Part
        name="Who must come"
        value={listOf(draft.required, draft.each.of.length > 0 ? "nobody besides" : "whom")}
        empty={draft.required.length + draft.each.of.length === 0}
        wrong={wrong("required")}
        width={380}
      >
        {() => (
          <PeoplePicker
            label="Who must come"
            chosen={draft.required}
            not={[organiser.id, ...draft.optional.map((o) => o.id)]}
            wrong={wrong("required")}
            onChange={(required) => onEdit({ required })}
          />
        )}
      </Part>
      , and if free{" "}
      <Part name="Who may come" value={listOf(draft.optional, "nobody else")} wrong={wrong("optional")} width={380}>
        {() => (
          <PeoplePicker
            label="Who may come"
            chosen={draft.optional}
            not={[organiser.id, ...draft.required.map((r) => r.id)]}
            wrong={wrong("optional")}
            onChange={(optional) => onEdit({ optional })}
          />
        )}
      </Part>
      , for{" "}
      <Part name="How long" value={lengthText(draft.minutes * minute)} wrong={wrong("minutes")} width={220}>
        {(close) => (
          <LengthEditor minutes={draft.minutes} wrong={wrong("minutes")} onChange={(minutes) => onEdit({ minutes })} onDone={close} />
        )}
      </Part>{" "}
      {draft.from === draft.to ? "some time on" : "between"}{" "}
      <Part name="Between which days" value={spanOf(draft.from, draft.to)} wrong={wrong("span")} width={300}>
        {() => <SpanEditor draft={draft} wrong={wrong("span")} onEdit={onEdit} />}
      </Part>
      , on{" "}
      <WhenPart
        zone={zone}
        town={zone.label}
        start={start}
        value={start === undefined ? "" : shortWhen(wallClock(zone, start))}
        wrong={wrong("start")}
        onPick={onPick}
      />
      ,{" "}
      <Part
        name="How often"
        value={draft.turn ? `${draft.repeats} by turns with ${clockText(zone, draft.turn.then)}` : draft.repeats || "once"}
        wrong={wrong("repeats")}
        width={560}
      >
        {(close) => (
          <RepeatEditor
            words={draft.repeats}
            time={time}
            people={[...draft.required, ...draft.optional].map((c) => c.id).filter((id) => !id.includes("@"))}
            wrong={wrong("repeats")}
            onChange={(repeats) => onEdit({ repeats })}
            onDone={close}
          />
        )}
      </Part>
      ,{" "}
      <WherePart
        draft={draft}
        organiser={organiser}
        presets={presets}
        picked={picked}
        wrong={wrong("link") ?? wrong("place")}
        onEdit={onEdit}
      />
      ,{" "}
      <PrivatePart
        isPrivate={draft.private}
        lane={organiser.id}
        invited={draft.required.length + draft.optional.length > 0}
        onChange={(isPrivate) => onEdit({ private: isPrivate })}
      />
    </p>
  );
}

function SpanEditor({ draft, wrong, onEdit }: { draft: Draft; wrong: string | undefined; onEdit: Props["onEdit"] }) {
  const input = "h-9 w-full border-b border-ink bg-transparent text-[15px]";
  return (
    <div className="grid gap-3">
      <label>
        <span className="text-soft">From</span>
        <input
          type="date"
          autoFocus
          value={draft.from}
          onChange={(e) => e.target.value && onEdit({ from: e.target.value })}
          className={input}
        />
      </label>
      <label>
        <span className="text-soft">To</span>
        <input type="date" value={draft.to} onChange={(e) => e.target.value && onEdit({ to: e.target.value })} className={input} />
      </label>
      {(wrong ?? (draft.to < draft.from ? "It ends before it starts." : undefined)) && (
        <FieldError>{wrong ?? "It ends before it starts."}</FieldError>
      )}
      <div className="flex flex-wrap gap-1">
        {[
          { days: 4, label: "Five days" },
          { days: 13, label: "Two weeks" },
          { days: 27, label: "Four weeks" },
        ].map((s) => (
          <Button key={s.days} look="plain" onClick={() => onEdit({ to: addDays(draft.from, s.days) })}>
            {s.label}
          </Button>
        ))}
      </div>
    </div>
  );
}
