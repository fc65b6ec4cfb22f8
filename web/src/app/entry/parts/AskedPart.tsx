import type { EntryDetails } from "../../../api/types";
import { Part } from "../../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../../sentence/PeoplePicker";
import { Flag } from "../../../lane/Flag";
import { hoistOf } from "../../../lane/Attendees";
import { and } from "../../../lane/words";

/** Who is invited besides, and who no longer. */
export interface AskingDraft {
  required: Chosen[];
  optional: Chosen[];
  removed: string[];
}

export const askingNobody: AskingDraft = { required: [], optional: [], removed: [] };

export const isAsking = (asking: AskingDraft) => asking.required.length + asking.optional.length + asking.removed.length > 0;

/** Who is invited, as a part of the sentence: some are taken out, others asked besides. */
export function AskedPart({
  entry,
  asking,
  wrong,
  onChange,
}: {
  entry: EntryDetails;
  asking: AskingDraft;
  wrong: string | undefined;
  onChange: (asking: AskingDraft) => void;
}) {
  const known = entry.attendees.map((a) => a.who.id);
  const others = entry.organiser ? [...known, entry.organiser.id] : known;
  return (
    <Part name="Who is invited" value={asked(entry, asking)} wrong={wrong} width={400}>
      {() => (
        <div className="grid max-h-[70vh] gap-3 overflow-auto">
          <ul>
            {entry.attendees.map((a) => {
              const out = asking.removed.includes(a.who.id);
              return (
                <li key={a.who.id} className="flex min-h-8 items-center gap-2 border-b border-rule">
                  <Flag flag={a.who.flag} height={18} hoist={hoistOf(a.answer)} />
                  <span className={`font-semibold ${out ? "line-through" : ""}`}>{a.who.name}</span>
                  <span className="min-w-0 flex-1 truncate text-soft">{a.role === "required" ? a.words : a.role}</span>
                  <button
                    type="button"
                    aria-label={out ? `Keep ${a.who.name}` : `Remove ${a.who.name}`}
                    className="min-h-8 px-1 whitespace-nowrap text-soft underline underline-offset-4 hover:text-brick"
                    onClick={() =>
                      onChange({
                        ...asking,
                        removed: out ? asking.removed.filter((r) => r !== a.who.id) : [...asking.removed, a.who.id],
                      })
                    }
                  >
                    {out ? "keep" : "remove"}
                  </button>
                </li>
              );
            })}
          </ul>
          <PeoplePicker
            label="Invite also"
            quiet
            chosen={asking.required}
            not={[...others, ...asking.optional.map((c) => c.id)]}
            wrong={wrong}
            onChange={(required) => onChange({ ...asking, required })}
          />
          <PeoplePicker
            label="Invite also, if free"
            quiet
            chosen={asking.optional}
            not={[...others, ...asking.required.map((c) => c.id)]}
            onChange={(optional) => onChange({ ...asking, optional })}
          />
        </div>
      )}
    </Part>
  );
}

/** "Tomé, Ana and 3 others, also Ruta, without Lakshmi". */
function asked(entry: EntryDetails, { required, optional, removed }: AskingDraft) {
  const staying = entry.attendees.filter((a) => !removed.includes(a.who.id)).map((a) => a.who.givenName);
  const also = [...required, ...optional].map((c) => c.givenName);
  const without = entry.attendees.filter((a) => removed.includes(a.who.id)).map((a) => a.who.givenName);
  // What is new is named; who stays has to fit beside it.
  const most = also.length + without.length > 0 ? 2 : 3;
  const shown = staying.length > most ? [...staying.slice(0, most - 1), `${staying.length - most + 1} others`] : staying;
  return [
    and(shown) || "nobody",
    ...(also.length > 0 ? [`also ${and(also)}`] : []),
    ...(without.length > 0 ? [`without ${and(without)}`] : []),
  ].join(", ");
}
