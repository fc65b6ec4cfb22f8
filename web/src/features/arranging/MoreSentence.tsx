import type { ReactNode } from "react";
import type { Presets, Rank } from "../../api/types";
import { cityOf } from "../../lane/words";
import { CategoryChoice } from "../../sentence/CategoryChoice";
import { AnswersPart, LinePart } from "../../sentence/InvitedParts";
import { Choices, Part } from "../../sentence/Part";
import { ranks, rankWords, reminders, reminderWords } from "../../sentence/marks";
import { ZonePicker } from "../../sentence/ZonePicker";
import { Button } from "../../ui/Button";
import type { Draft } from "./draft";

interface Props {
  draft: Draft;
  presets: Presets | undefined;
  /** The writer's zone. */
  zone: string;
  organiser: string;
  /** The papers, and the kinds of meeting. */
  papers: ReactNode;
  kinds: ReactNode;
  onEdit: (part: Partial<Draft>) => void;
}

/** What a meeting is besides: how it is told, how it stands on the organiser's lane, what goes with it. */
export function MoreSentence({ draft, presets, zone, organiser, papers, kinds, onEdit }: Props) {
  const told = draft.toldIn ?? zone;
  return (
    <p className="mt-1 text-[14px] leading-[26px]">
      It goes with{" "}
      <LinePart line={draft.line} value={draft.line ? `“${short(draft.line)}”` : "no line to them"} onChange={(line) => onEdit({ line })} />{" "}
      and {papers}; <AnswersPart wanted={draft.answers} onChange={(answers) => onEdit({ answers })} />. It is told in{" "}
      <ToldIn draft={draft} told={told} zone={zone} onEdit={onEdit} />. On {organiser}’s lane:{" "}
      <Part name="Category" value={draft.category || "no category"} width={280}>
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
      <Part name="Rank" value={rankWords(draft.rank)} width={320}>
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
      , reminded{" "}
      <Part name="Reminder" value={reminderWords(draft.reminder)} width={280}>
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
      . {kinds}
    </p>
  );
}

const short = (text: string) => (text.length > 40 ? `${text.slice(0, 38).trimEnd()}…` : text);

/** The zones in which start and end are told; looking at another changes no moment. */
function ToldIn({ draft, told, zone, onEdit }: { draft: Draft; told: string; zone: string; onEdit: Props["onEdit"] }) {
  const value = draft.endZone ? `the time of ${cityOf(told)}, the end in that of ${cityOf(draft.endZone)}` : `the time of ${cityOf(told)}`;
  return (
    <Part name="In which zone" value={value} width={340}>
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
