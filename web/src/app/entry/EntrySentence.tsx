import type { ReactNode } from "react";
import { dayAndMonth, lengthText, minute, weekdayOf } from "../../lane/time";
import { cityOf } from "../../lane/words";
import { Part, TypedPart } from "../../sentence/Part";
import { PrivatePart } from "../../sentence/PrivatePart";
import { RepeatEditor } from "../../sentence/RepeatEditor";
import { pointsOf, RichTextField } from "../../sentence/RichText";
import { later, TimeEditor } from "../../sentence/TimeEditor";
import type { Draft } from "./edit";

interface Props {
  draft: Draft;
  people: string[];
  /** On whose lane it stands first. */
  lane: string | undefined;
  /** On which of their calendars, the main one where none is named. */
  calendar?: string | undefined;
  moment?: number | undefined;
  /** What the server found wrong, and where. */
  wrong?: { field: string | undefined; message: string } | undefined;
  titleFirst?: boolean;
  agenda: boolean;
  /** Others are asked, and read it too. */
  invited?: boolean;
  /** Who is invited, where that can be changed. */
  asked?: ReactNode;
  onEdit: (part: Partial<Draft>) => void;
}

function dayWords(date: string): string {
  return `${weekdayOf(date)} ${dayAndMonth(date)}`;
}

export function timeWords(time: Draft["time"]): string {
  const date = time.start.slice(0, 10);
  if (time.allDay) return time.minutes === 1 ? `${dayWords(date)}, all day` : `${dayWords(date)}, ${time.minutes} days`;
  const elsewhere = time.endZone ? time.end : null;
  const end = elsewhere ?? later(time.start, Math.max(0, time.minutes));
  const sameDay = end.slice(0, 10) === date;
  return `${dayWords(date)}, ${time.start.slice(11)} to ${sameDay ? "" : `${dayAndMonth(end.slice(0, 10))} `}${end.slice(11)}${elsewhere && time.endZone ? ` in ${cityOf(time.endZone)}` : ""}`;
}

/** An entry as a sentence whose parts are edited where they stand. */
export function EntrySentence({ draft, people, lane, calendar, moment, wrong, titleFirst, agenda, invited = false, asked, onEdit }: Props) {
  const at = (fields: string[]) => (wrong?.field && fields.includes(wrong.field) ? wrong.message : undefined);
  return (
    <p className="font-serif text-[19px] leading-[31px]">
      <TypedPart
        name="Title"
        value={draft.title}
        placeholder="What it is"
        autoFocus={titleFirst === true}
        wrong={at(["title"])}
        onChange={(title) => onEdit({ title })}
      />
      ,{" "}
      <Part name="When" value={timeWords(draft.time)} wrong={at(["start", "minutes", "zone"])} width={360}>
        {() => (
          <TimeEditor time={draft.time} moment={moment} wrong={at(["start", "minutes", "zone"])} onChange={(time) => onEdit({ time })} />
        )}
      </Part>
      {draft.time.minutes > 0 && !draft.time.allDay && !draft.time.endZone && (
        <span className="text-soft"> ({lengthText(draft.time.minutes * minute)})</span>
      )}
      ,{" "}
      <Part name="How often" value={draft.repeats || "once"} wrong={at(["repeats"])} width={440}>
        {(close) => (
          <RepeatEditor
            words={draft.repeats}
            time={draft.time}
            people={people}
            wrong={at(["repeats"])}
            onChange={(repeats) => onEdit({ repeats })}
            onDone={close}
            onBegin={(date) => onEdit({ time: { ...draft.time, start: date + draft.time.start.slice(10) } })}
          />
        )}
      </Part>
      ,{" "}
      <Part name="Where" value={draft.place ? `in ${draft.place}` : "no place"} width={300}>
        {(close) => (
          <label>
            <span className="text-soft">In</span>
            <input
              autoFocus
              value={draft.place}
              maxLength={200}
              placeholder="a place, or nowhere"
              onChange={(e) => onEdit({ place: e.target.value })}
              onKeyDown={(e) => e.key === "Enter" && close()}
              className="h-9 w-full border-b border-ink bg-transparent text-[15px]"
            />
          </label>
        )}
      </Part>
      {agenda && (
        <>
          ; agenda{" "}
          <Part name="Agenda" value={pointsOf(draft.agenda)} width={460}>
            {() => (
              <>
                <p className="mb-1 text-soft">Agenda</p>
                <RichTextField label="Agenda" html={draft.agenda} onChange={(text) => onEdit({ agenda: text })} />
              </>
            )}
          </Part>
        </>
      )}
      {asked && <>, with {asked}</>},{" "}
      <PrivatePart
        isPrivate={draft.private}
        lane={lane}
        calendar={calendar}
        invited={invited}
        onChange={(isPrivate) => onEdit({ private: isPrivate })}
      />
    </p>
  );
}
