import { makesConferences } from "../../../api/client";
import type { Admission, Person, Presets } from "../../../api/types";
import { admissions } from "../../../sentence/marks";
import { webAddress } from "../../../sentence/webAddress";
import { Field, FieldError } from "../../../ui/Field";
import type { Conference, Draft } from "../draft";
import { StandingLine } from "./StandingLine";

interface Props {
  draft: Draft;
  organiser: Person;
  presets: Presets | undefined;
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** By video or telephone: none, a link of our own, or one that there is. */
export function ConferenceEditor({ draft, organiser, presets, wrong, onEdit }: Props) {
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
