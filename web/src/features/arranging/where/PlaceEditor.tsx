import { useId } from "react";
import type { Presets } from "../../../api/types";
import { PeoplePicker } from "../../../sentence/PeoplePicker";
import type { Draft } from "../draft";

interface Props {
  draft: Draft;
  presets: Presets | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

export const isRoom = (kind: string | undefined) => kind === "room" || kind === "resource";

/** A place in words, and rooms by name. */
export function PlaceEditor({ draft, presets, onEdit }: Props) {
  const list = useId();
  const rooms = draft.required.filter((r) => isRoom(r.person?.kind));
  return (
    <div className="grid gap-2 border-t border-rule pt-3">
      <label>
        <span className="text-soft">In a place</span>
        <input
          value={draft.place}
          maxLength={200}
          list={list}
          placeholder="a place, or nowhere"
          onChange={(e) => onEdit({ place: e.target.value })}
          className="h-9 w-full border-b border-ink bg-transparent text-[15px]"
        />
        <datalist id={list}>
          {presets?.places.map((p) => (
            <option key={p} value={p} />
          ))}
        </datalist>
      </label>
      <PeoplePicker
        label="A room, which books itself"
        known
        quiet
        only="room"
        chosen={rooms}
        not={draft.required.filter((r) => !isRoom(r.person?.kind)).map((r) => r.id)}
        onChange={(next) => onEdit({ required: [...draft.required.filter((r) => !isRoom(r.person?.kind)), ...next] })}
      />
    </div>
  );
}
