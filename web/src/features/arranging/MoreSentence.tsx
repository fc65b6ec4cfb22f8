import type { ReactNode } from "react";
import type { Person, Presets, Rank, Zone } from "../../api/types";
import { cityOf } from "../../lane/words";
import { CategoryChoice } from "../../sentence/CategoryChoice";
import { LinePart } from "../../sentence/InvitedParts";
import { Choices, Part } from "../../sentence/Part";
import { pointsOf, RichTextField } from "../../sentence/RichText";
import { ranks, rankWords, reminders, reminderWords } from "../../sentence/marks";
import { ZonePicker } from "../../sentence/ZonePicker";
import { Button } from "../../ui/Button";
import { Row } from "../../ui/Row";
import type { Draft } from "./draft";
import { EachPart } from "./EachPart";
import { HoursPart } from "./HoursPart";
import { RepliesPart } from "./RepliesPart";
import { SomePart } from "./SomePart";
import { WishesPart } from "./WishesPart";

interface Props {
  draft: Draft;
  organiser: Person;
  presets: Presets | undefined;
  /** The writer's zone. */
  zone: string;
  /** The same, by which a deadline is said. */
  reader: Zone;
  start: number | undefined;
  now: number;
  /** Those who come at the chosen time of whom only some must, by name. */
  picked: string[];
  papers: ReactNode;
  templates: ReactNode;
  /** What is wrong with a part. */
  wrong: (field: string) => string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** What a meeting is besides: what is told with it, how it stands on the organiser's lane. What is only as usual is one quiet word. */
export function MoreSentence({ draft, organiser, presets, zone, reader, start, now, picked, papers, templates, wrong, onEdit }: Props) {
  return (
    <Row label="More" className="mt-1 text-[14px] leading-[26px]">
      <span className="text-soft">More:</span>{" "}
      <Part name="Agenda" value={pointsOf(draft.agenda)} quiet={draft.agenda ? undefined : "agenda"} wrong={wrong("agenda")} width={520}>
        {() => (
          <>
            <p className="mb-1 text-soft">Agenda</p>
            <RichTextField label="Agenda" html={draft.agenda} onChange={(agenda) => onEdit({ agenda })} />
          </>
        )}
      </Part>
      ,{" "}
      <LinePart
        line={draft.line}
        value={`“${short(draft.line)}”`}
        quiet={draft.line ? undefined : "message"}
        onChange={(line) => onEdit({ line })}
      />
      , {papers}, <WishesPart draft={draft} zone={zone} organiser={organiser} wrong={wrong("wishes")} onEdit={onEdit} />,{" "}
      <SomePart draft={draft} organiser={organiser.id} picked={picked} wrong={wrong("some")} onEdit={onEdit} />,{" "}
      <EachPart draft={draft} organiser={organiser.id} wrong={wrong("each")} onEdit={onEdit} />,{" "}
      <HoursPart draft={draft} organiser={organiser} onEdit={onEdit} />,{" "}
      <RepliesPart draft={draft} zone={reader} start={start} now={now} wrong={wrong("deadline")} onEdit={onEdit} />,{" "}
      <ZonePart draft={draft} zone={zone} onEdit={onEdit} />,{" "}
      <Part name="Category" value={draft.category} quiet={draft.category ? undefined : "category"} width={280}>
        {(close) => (
          <CategoryChoice
            categories={presets?.categories ?? []}
            chosen={draft.category || undefined}
            onChoose={(category) => {
              onEdit({ category });
              close();
            }}
          />
        )}
      </Part>
      ,{" "}
      <Part name="Can it move" value={rankWords(draft.rank)} quiet={draft.rank ? undefined : "can it move"} width={320}>
        {(close) => (
          <Choices<string>
            value={draft.rank ?? "none"}
            options={ranks}
            onChoose={(rank) => {
              onEdit({ rank: rank === "none" ? undefined : (rank as Rank) });
              close();
            }}
          />
        )}
      </Part>
      ,{" "}
      <Part
        name="Reminder"
        value={draft.reminder === "none" ? "no reminder" : `reminder ${reminderWords(draft.reminder)}`}
        quiet={draft.reminder === "usual" ? "reminder" : undefined}
        width={280}
      >
        {(close) => (
          <Choices<string>
            value={draft.reminder}
            options={reminders}
            onChoose={(reminder) => {
              onEdit({ reminder });
              close();
            }}
          />
        )}
      </Part>
      . {templates}
    </Row>
  );
}

const short = (text: string) => (text.length > 40 ? `${text.slice(0, 38).trimEnd()}…` : text);

/** The zones in which start and end are told; looking at another changes no moment. */
function ZonePart({ draft, zone, onEdit }: Pick<Props, "draft" | "zone" | "onEdit">) {
  const told = draft.toldIn ?? zone;
  const isUsual = told === zone && draft.endZone === undefined;
  const value = draft.endZone ? `the time of ${cityOf(told)}, the end in that of ${cityOf(draft.endZone)}` : `the time of ${cityOf(told)}`;
  return (
    <Part name="Zone" value={`told in ${value}`} quiet={isUsual ? "zone" : undefined} width={340}>
      {() => (
        <div className="grid gap-3">
          <ZonePicker
            label="Told in the time of"
            at={draft.start}
            onChoose={(z) =>
              onEdit({ toldIn: z.id === zone ? undefined : z.id, endZone: draft.endZone === z.id ? undefined : draft.endZone })
            }
          />
          <ZonePicker label="Its end in that of" at={draft.start} onChoose={(z) => onEdit({ endZone: z.id === told ? undefined : z.id })} />
          <p className="text-soft">The moment stays the same; this is how invitations and files tell it.</p>
          {(draft.toldIn ?? draft.endZone) !== undefined && (
            <Button onClick={() => onEdit({ toldIn: undefined, endZone: undefined })}>{`Both in the time of ${cityOf(zone)}`}</Button>
          )}
        </div>
      )}
    </Part>
  );
}
