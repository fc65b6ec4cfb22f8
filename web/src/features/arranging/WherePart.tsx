import { useId } from "react";
import { ask, client, makesConferences } from "../../api/client";
import type { Admission, AnyRoom, Person, Presets } from "../../api/types";
import { and } from "../../lane/words";
import { useChanges } from "../../app/hooks/changes";
import { admissions } from "../../sentence/marks";
import { Part } from "../../sentence/Part";
import { PeoplePicker } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import type { Conference, Draft } from "./draft";
import { webAddress } from "../../sentence/webAddress";

interface Props {
  draft: Draft;
  organiser: Person;
  presets: Presets | undefined;
  /** The room that is free at the chosen time, where any room is sought. */
  picked: string[];
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

const isRoom = (kind: string | undefined) => kind === "room" || kind === "resource";

/** "a room for 8 with screen". */
const roomWords = ({ seats, features }: AnyRoom) =>
  `a room${seats > 0 ? ` for ${seats}` : ""}${features.length > 0 ? ` with ${and(features)}` : ""}`;

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

function ConferenceEditor({ draft, organiser, presets, wrong, onEdit }: Omit<Props, "picked">) {
  const standing = presets?.standing;
  const choices: { value: Conference; label: string; note?: string }[] = [
    { value: "none", label: "No conference" },
    ...(makesConferences() ? [{ value: "made" as const, label: "A new link", note: "made when you send" }] : []),
    { value: "given", label: "A link there is already" },
  ];
  const telephone = draft.conference !== "none";
  return (
    <fieldset className="grid gap-1.5">
      <legend className="text-soft">By video or telephone</legend>
      {choices.map((c) => (
        <label key={c.value} className="flex min-h-8 items-center gap-2">
          <input
            type="radio"
            name="conference"
            checked={draft.conference === c.value}
            onChange={() =>
              onEdit(
                c.value === "given" && draft.link === "" && standing
                  ? { conference: "given", link: standing.link, dialIn: draft.dialIn || (standing.dialIn ?? "") }
                  : { conference: c.value },
              )
            }
            className="size-4 accent-sea"
          />
          {c.label}
          {c.note && <span className="ml-auto text-soft">{c.note}</span>}
        </label>
      ))}
      {draft.conference === "given" && (
        <>
          <Field
            label="Their link, pasted"
            type="url"
            value={draft.link}
            maxLength={2000}
            placeholder="https://"
            onChange={(e) => onEdit({ link: e.target.value })}
            // A pasted address without its beginning is one all the same.
            onBlur={() => onEdit({ link: webAddress(draft.link) })}
          />
          <StandingLine draft={draft} organiser={organiser} presets={presets} onEdit={onEdit} />
        </>
      )}
      {draft.conference === "made" && (
        <label className="flex min-h-8 items-center gap-2">
          <span className="text-soft">Let in at once</span>
          <select
            value={draft.admission}
            onChange={(e) => onEdit({ admission: e.target.value as Admission })}
            className="h-9 flex-1 border-b border-ink bg-transparent"
          >
            {admissions.map((a) => (
              <option key={a.value} value={a.value}>
                {a.label}
              </option>
            ))}
          </select>
        </label>
      )}
      {telephone && (
        <Field
          label="By telephone: number and code"
          value={draft.dialIn}
          maxLength={500}
          placeholder={draft.conference === "made" ? "made with the link when you send" : ""}
          onChange={(e) => onEdit({ dialIn: e.target.value })}
        />
      )}
      {wrong && <FieldError>{wrong}</FieldError>}
    </fieldset>
  );
}

/** The conference the principal always uses: taken from there, or kept as that. */
function StandingLine({ draft, organiser, presets, onEdit }: Omit<Props, "wrong" | "picked">) {
  const { run } = useChanges();
  const standing = presets?.standing;
  const isStanding = standing?.link === draft.link && (standing.dialIn ?? "") === draft.dialIn;
  const keep = (link: string | null) =>
    run(
      ask(client.PUT("/api/standing", { body: { inNameOf: organiser.id, link, dialIn: link ? draft.dialIn || null : null } })),
      link ? `${organiser.givenName} always uses this link from now on.` : `${organiser.givenName} has no standing link any more.`,
    );
  return (
    <p className="-ml-3 flex flex-wrap">
      {standing && !isStanding && (
        <Button look="plain" onClick={() => onEdit({ link: standing.link, dialIn: standing.dialIn ?? "" })}>
          {`Take ${organiser.givenName}’s standing link`}
        </Button>
      )}
      {!isStanding && /^https?:\/\/./.test(draft.link) && (
        <Button look="plain" onClick={() => keep(draft.link)}>
          {`Save as ${organiser.givenName}’s standing link`}
        </Button>
      )}
      {isStanding && (
        <>
          <span className="inline-flex min-h-8 items-center px-3 text-soft">{organiser.givenName}’s standing link</span>
          <Button look="plain" onClick={() => keep(null)}>
            No longer
          </Button>
        </>
      )}
    </p>
  );
}

function PlaceEditor({ draft, presets, onEdit }: { draft: Draft; presets: Presets | undefined; onEdit: Props["onEdit"] }) {
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

/** Any room that is free and like that; which one it is, is decided by the chosen time. */
function AnyRoomEditor({ draft, presets, picked, onEdit }: Pick<Props, "draft" | "presets" | "picked" | "onEdit">) {
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
