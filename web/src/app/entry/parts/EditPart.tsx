import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails, EntryPart, Reach } from "../../../api/types";
import { lengthText } from "../../../lane/time";
import { pointsOf } from "../../../sentence/RichText";
import { Button } from "../../../ui/Button";
import { StillHere } from "../../../ui/StillHere";
import { useChange } from "../../hooks/useChange";
import { useKept } from "../../hooks/useKept";
import { AskedPart, askingNobody, isAsking } from "./AskedPart";
import { changedSince } from "../changeEntry";
import { difference, draftOf, nothing, partWords, type Draft } from "../edit";
import { EntryMore } from "../EntryMore";
import { EntrySentence } from "../EntrySentence";
import { SideFoot } from "../Side";
import { TakesPart } from "./TakesPart";
import type { Shown } from "../useEntrySheet";
import { WeighedPart } from "../WeighedPart";
import { peopleOf } from "../../../lane/Attendees";

/** The entry as a sentence to be changed; what is changed is sent only at the end, and says how far it reaches. */
export function EditPart({ entry, shown, onClose }: { entry: EntryDetails; shown: Shown; onClose: () => void }) {
  const { busy, problem, clear, make } = useChange();
  // What the reader saw when they began: what is sent is compared with that, so that nobody's change is overwritten.
  const kept = useKept(`entry ${entry.id} ${entry.occurrence ?? ""}`, () => ({ seen: draftOf(entry), draft: draftOf(entry) }));
  const { seen, draft } = kept.value;
  const { set: keep } = kept;
  const setSeen = (next: Draft) => kept.edit({ seen: next });
  const setDraft = (edit: (before: Draft) => Draft) => keep((k) => ({ ...k, draft: edit(k.draft) }));
  const [asking, setAsking] = useState(askingNobody);
  const [reach, setReach] = useState<Reach>("thisOne");
  const [conflicts, setConflicts] = useState<EntryPart[]>([]);
  const { was, becomes, parts } = difference(seen, draft);
  const [move, setMove] = useState(shown.move);
  const pending = parts.length > 0 || move !== undefined || isAsking(asking);
  const series = entry.reaches.length > 0;
  const whole = parts.some((p) => !["time", "title", "place"].includes(p));
  const reaches = entry.reaches.filter((r) => r.reach !== "thisOne" || !whole);
  const chosen = reaches.some((r) => r.reach === reach) ? reach : (reaches[0]?.reach ?? "all");
  const reachSaid = series ? chosen : ("all" as const);
  const parted = parts.length > 0 ? becomes : nothing;
  const moved = move ? { fromStart: entry.start, fromEnd: entry.end, toStart: move.start, toEnd: move.end } : null;
  const asked = isAsking(asking)
    ? { required: asking.required.map((c) => c.id), optional: asking.optional.map((c) => c.id), removed: asking.removed }
    : null;
  const weighs = move !== undefined || isAsking(asking) || parts.some((p) => ["time", "place", "link", "repeat", "takes"].includes(p));
  const others = asking.required.length + asking.optional.length;
  // Of what was saved and not sent nobody was told; a room is nobody.
  const people = entry.sent ? peopleOf(entry.attendees).length : 0;
  const told = parts.length > 0 || move ? people + others : others + asking.removed.length;

  const change = async () => {
    const body = {
      occurrence: entry.occurrence,
      reach: reachSaid,
      becomes: parted,
      was: parts.length > 0 ? was : nothing,
      move: moved,
      asking: asked,
    };
    const made = await ask(client.POST("/api/entries/{id}/change", { params: { path: { id: entry.id } }, body }));
    if (made.change !== null) return made;
    setConflicts(made.conflicts);
    throw changedSince();
  };
  const send = () =>
    make(
      change,
      `“${draft.title}” is changed${told > 0 ? `; ${told === 1 ? "one is" : `${told} are`} notified in ten seconds` : ""}.`,
      () => {
        kept.forget();
        onClose();
      },
    );
  const settle = () => {
    setConflicts([]);
    clear();
    setSeen(now);
  };

  const now = draftOf(entry);
  return (
    <div className="grid gap-3">
      {kept.restored && parts.length > 0 && <StillHere onForget={kept.forget} />}
      <EntrySentence
        draft={draft}
        people={entry.attendees.map((a) => a.who.id)}
        lane={entry.organiser?.id}
        calendar={entry.calendar?.id}
        moment={entry.start}
        wrong={problem}
        agenda={entry.kind !== "hold"}
        invited={entry.attendees.length > 0 || isAsking(asking)}
        asked={
          entry.mayAsk ? (
            <AskedPart
              entry={entry}
              asking={asking}
              wrong={problem?.field === "attendees" ? problem.message : undefined}
              onChange={setAsking}
            />
          ) : null
        }
        onEdit={(part) => setDraft((d) => ({ ...d, ...part }))}
      />
      {draft.takes && <TakesPart value={draft.takes} onChange={(takes) => setDraft((d) => ({ ...d, takes }))} />}
      {entry.kind !== "hold" && (
        <EntryMore
          draft={draft}
          meeting={entry.kind === "meeting"}
          wrong={problem}
          onEdit={(part) => setDraft((d) => ({ ...d, ...part }))}
        />
      )}
      {move && (
        <p className="font-semibold">
          Moved to {move.words}
          {move.end - move.start !== entry.end - entry.start && `, ${lengthText(move.end - move.start)} long`}.
        </p>
      )}
      {conflicts.length > 0 && (
        <div role="alert" className="grid gap-2 border-y border-brick py-2">
          <p className="font-semibold text-brick">Somebody has changed it meanwhile. Nothing of yours was written over theirs.</p>
          {conflicts.map((part) => (
            <p key={part}>
              {partWords[part]}: now <b>{words(now, part)}</b>, yours <b>{words(draft, part)}</b>
            </p>
          ))}
          <div className="flex gap-2">
            <Button
              onClick={() => {
                settle();
                setDraft((d) => ({ ...d, ...theirs(now, conflicts) }));
              }}
            >
              Keep theirs, save my other changes
            </Button>
            <Button look="plain" onClick={settle}>
              Use mine
            </Button>
          </div>
        </div>
      )}
      {pending && conflicts.length === 0 && (
        <div className="grid gap-2 border-y border-rule py-2">
          {series && (
            <div role="radiogroup" aria-label="How much of the series" className="grid">
              {reaches.map((r) => (
                <label key={r.reach} className="flex min-h-8 items-center gap-2">
                  <input
                    type="radio"
                    name="reach"
                    checked={chosen === r.reach}
                    onChange={() => setReach(r.reach)}
                    className="size-4 accent-sea"
                  />
                  {r.label}
                  <span className="ml-auto text-soft">{r.note}</span>
                </label>
              ))}
            </div>
          )}
          {weighs && draft.time.minutes > 0 && (
            <WeighedPart
              entry={entry.id}
              request={{ occurrence: entry.occurrence, reach: reachSaid, becomes: parted, move: moved, asking: asked, anyTimes: false }}
              onPick={(slot) => {
                setDraft((d) => ({ ...d, time: seen.time }));
                setMove({ start: slot.start, end: slot.end, words: slot.when });
              }}
            />
          )}
          {problem && (
            <p role="alert" className="font-semibold text-brick">
              {problem.message}
            </p>
          )}
          <SideFoot>
            <Button look="filled" disabled={busy || draft.time.minutes <= 0} onClick={send}>
              {`Change ${series ? (reaches.find((r) => r.reach === chosen)?.label ?? "it") : "it"}${told > 0 ? ` and notify ${told}` : ""}`}
            </Button>
            <Button
              look="plain"
              onClick={() => {
                kept.forget();
                setAsking(askingNobody);
                clear();
                setMove(undefined);
                if (shown.move) onClose();
              }}
            >
              Discard changes
            </Button>
          </SideFoot>
        </div>
      )}
    </div>
  );
}

function words(draft: Draft, part: EntryPart): string {
  switch (part) {
    case "time":
      return `${draft.time.start.replace("T", " ")}`;
    case "private":
      return draft.private ? "private" : "not private";
    case "repeat":
      return draft.repeats || "once";
    case "answersWanted":
      return draft.answersWanted ? "wanted" : "not wanted";
    case "agenda":
      return pointsOf(draft.agenda);
    default:
      return draft[part] || "nothing";
  }
}

function theirs(now: Draft, parts: EntryPart[]): Partial<Draft> {
  const taken: Partial<Draft> = {};
  for (const part of parts) {
    if (part === "repeat") taken.repeats = now.repeats;
    else Object.assign(taken, { [part]: now[part], ...(part === "agenda" ? { agendaRead: now.agendaRead } : {}) });
  }
  return taken;
}
