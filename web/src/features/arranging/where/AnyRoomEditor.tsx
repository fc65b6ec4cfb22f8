import type { Presets } from "../../../api/types";
import { and } from "../../../lane/words";
import type { Draft } from "../draft";

interface Props {
  draft: Draft;
  presets: Presets | undefined;
  /** The room that is free at the chosen time. */
  picked: string[];
  onEdit: (part: Partial<Draft>) => void;
}

/** Any room that is free and like that; which one it is, is decided by the chosen time. */
export function AnyRoomEditor({ draft, presets, picked, onEdit }: Props) {
  const { room } = draft;
  return (
    <fieldset className="grid gap-1 border-t border-rule pt-3">
      <legend className="sr-only">Any free room</legend>
      <label className="flex min-h-8 items-center gap-2">
        <input
          type="checkbox"
          checked={room !== undefined}
          onChange={(e) =>
            onEdit({ room: e.target.checked ? { seats: draft.required.length + draft.optional.length + 1, features: [] } : undefined })
          }
          className="size-4 accent-sea"
        />
        Any room that is free
      </label>
      {room && (
        <>
          <label className="flex items-center gap-3">
            For how many
            <input
              type="number"
              min={1}
              max={999}
              value={room.seats}
              onChange={(e) => onEdit({ room: { ...room, seats: Math.min(999, Math.max(0, Number(e.target.value))) } })}
              className="h-9 w-20 border-b border-ink bg-transparent text-[15px]"
            />
          </label>
          <div className="flex flex-wrap gap-x-3">
            {presets?.features.map((f) => (
              <label key={f} className="flex min-h-8 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={room.features.includes(f)}
                  onChange={(e) =>
                    onEdit({ room: { ...room, features: e.target.checked ? [...room.features, f] : room.features.filter((o) => o !== f) } })
                  }
                  className="size-4 accent-sea"
                />
                {f}
              </label>
            ))}
          </div>
          {picked.length > 0 && <p>{`At the chosen time: ${and(picked)}.`}</p>}
        </>
      )}
    </fieldset>
  );
}
