import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Kind, Person, Presets } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useChange } from "../../app/hooks/useChange";
import { lengthText, minute } from "../../lane/time";
import { Part } from "../../sentence/Part";
import { isRoom } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import type { Draft } from "./draft";

/** What of a meeting its template says. */
const said = [
  "minutes",
  "conference",
  "link",
  "dialIn",
  "admission",
  "place",
  "agenda",
  "line",
  "private",
  "answers",
  "category",
  "reminder",
  "rank",
] as const;

type KindParts = Pick<Draft, (typeof said)[number]> & { rooms: Draft["required"] };

function partsOf(draft: Draft): KindParts {
  const parts = Object.fromEntries(said.map((key) => [key, draft[key]])) as Pick<Draft, (typeof said)[number]>;
  return { ...parts, rooms: draft.required.filter(isRoom) };
}

interface Props {
  draft: Draft;
  organiser: Person;
  presets: Presets | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** Templates: what is always the same about one is taken from there, or saved as one. */
export function TemplatesPart({ draft, organiser, presets, onEdit }: Props) {
  const kinds = presets?.kinds ?? [];
  return (
    <Part name="Template" value={kinds.length === 0 ? "Save as a template" : "Use a template"} width={380}>
      {(close) => (
        <div className="grid gap-3">
          {kinds.length > 0 && (
            <ul aria-label={`${organiser.givenName}’s templates`} className="grid">
              {kinds.map((k) => (
                <KindRow
                  key={k.id}
                  kind={k}
                  organiser={organiser}
                  onTake={(parts) => {
                    const { rooms, ...rest } = parts;
                    const people = draft.required.filter((r) => !isRoom(r));
                    onEdit({ ...rest, title: draft.title || k.name, required: rooms.length > 0 ? [...people, ...rooms] : draft.required });
                    close();
                  }}
                />
              ))}
            </ul>
          )}
          <KeepKind draft={draft} organiser={organiser} kinds={kinds} />
        </div>
      )}
    </Part>
  );
}

function KindRow({ kind, organiser, onTake }: { kind: Kind; organiser: Person; onTake: (parts: KindParts) => void }) {
  const { run } = useChanges();
  const parts = JSON.parse(kind.parts) as KindParts;
  const drop = () =>
    run(
      ask(client.DELETE("/api/kinds/{id}", { params: { path: { id: kind.id }, query: { inNameOf: organiser.id } } })),
      `The template “${kind.name}” is deleted.`,
    );
  return (
    <li className="flex items-center border-b border-rule">
      <button type="button" onClick={() => onTake(parts)} className="min-h-9 min-w-0 flex-1 px-1 py-1 text-left hover:bg-water">
        <span className="block font-semibold">{kind.name}</span>
        <span className="block truncate text-soft">
          {[
            lengthText(parts.minutes * minute),
            parts.conference === "none" ? "" : "by video",
            parts.place && `in ${parts.place}`,
            parts.agenda && "with an agenda",
            parts.answers ? "" : "no answers",
          ]
            .filter(Boolean)
            .join(", ")}
        </span>
      </button>
      <Button look="plain" aria-label={`Delete the template ${kind.name}`} onClick={drop}>
        Delete
      </Button>
    </li>
  );
}

function KeepKind({ draft, organiser, kinds }: { draft: Draft; organiser: Person; kinds: Kind[] }) {
  const { busy, problem, make } = useChange();
  const [name, setName] = useState(draft.title);
  const known = kinds.find((k) => k.name.toLowerCase() === name.trim().toLowerCase());
  const keep = () => {
    const body = { inNameOf: organiser.id, id: known?.id ?? null, name: name.trim(), parts: JSON.stringify(partsOf(draft)) };
    make(() => ask(client.POST("/api/kinds", { body })), `“${body.name}” is a template for all who arrange for ${organiser.givenName}.`);
  };
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <Field label="Save this as a template, called" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
      <p className="text-soft">Its length, room, conference, agenda, message and marks; not who is invited, nor when.</p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <p>
        <Button type="submit" disabled={busy || name.trim() === ""}>
          {known ? `Save “${known.name}” again` : "Save as a template"}
        </Button>
      </p>
    </form>
  );
}
