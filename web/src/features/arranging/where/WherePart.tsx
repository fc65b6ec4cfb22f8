import type { Person, Presets } from "../../../api/types";
import { roomWords } from "../../../app/parts/rooms";
import { Part } from "../../../sentence/Part";
import type { Draft } from "../draft";
import { AnyRoomEditor } from "./AnyRoomEditor";
import { ConferenceEditor } from "./ConferenceEditor";
import { isRoom, PlaceEditor } from "./PlaceEditor";

interface Props {
  draft: Draft;
  organiser: Person;
  presets: Presets | undefined;
  /** The room that is free at the chosen time, where any room is sought. */
  picked: string[];
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** "by video and in Sala Douro". */
function words(draft: Draft): string {
  const room = draft.required.find((r) => isRoom(r.person?.kind))?.name ?? (draft.room && roomWords(draft.room));
  const place = draft.place && room && draft.place !== room ? `${draft.place}, ${room}` : draft.place || room;
  const by = draft.conference === "none" ? "" : draft.conference === "given" ? "by their link" : "by video";
  return [by, place && `in ${place}`].filter(Boolean).join(" and ") || "somewhere";
}

/** Where it takes place: a place, a room, a conference, or several of them. */
export function WherePart({ draft, organiser, presets, picked, wrong, onEdit }: Props) {
  return (
    <Part name="Where" value={words(draft)} empty={words(draft) === "somewhere"} wrong={wrong} width={400}>
      {() => (
        <div className="grid gap-4">
          <ConferenceEditor draft={draft} organiser={organiser} presets={presets} wrong={wrong} onEdit={onEdit} />
          <PlaceEditor draft={draft} presets={presets} onEdit={onEdit} />
          <AnyRoomEditor draft={draft} presets={presets} picked={picked} onEdit={onEdit} />
        </div>
      )}
    </Part>
  );
}
