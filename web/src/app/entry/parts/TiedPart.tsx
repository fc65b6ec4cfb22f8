import { useState } from "react";
import { ask, client } from "../../../api/client";
import type { EntryDetails, TieKind } from "../../../api/types";
import { Choices, Part } from "../../../sentence/Part";
import { later, minutesBetween } from "../../../sentence/TimeEditor";
import { Button } from "../../../ui/Button";
import { FieldError } from "../../../ui/Field";
import { useChange } from "../../hooks/useChange";

interface Props {
  entry: EntryDetails;
  lane: string;
  onOpen: (id: string, occurrence: string | null) => void;
}

/** What belongs with an entry on the same lane, and with what it belongs itself. */
export function TiedPart({ entry, lane, onOpen }: Props) {
  const [tying, setTying] = useState(false);
  const to = entry.tiedTo;
  if (!to && entry.tied.length === 0 && !entry.mayTie) return null;
  const link = (tied: { id: string; occurrence?: string | null; title: string }) => (
    <button
      type="button"
      className="text-left text-sea underline underline-offset-4"
      onClick={() => onOpen(tied.id, tied.occurrence ?? null)}
    >
      {tied.title}
    </button>
  );
  return (
    <section aria-label="What belongs with it" className="mt-4">
      {to && (
        <p>
          Belongs with {link(to)}, {to.words}. It moves and is cancelled with it.
        </p>
      )}
      {entry.tied.length > 0 && (
        <>
          <h3 className="text-soft">With it</h3>
          <ul>
            {entry.tied.map((tied) => (
              <li key={tied.id} className="flex min-h-8 flex-wrap items-baseline gap-x-2">
                {link(tied)} <span className="text-soft">{tied.words}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {entry.mayTie &&
        (tying ? (
          <TieSentence entry={entry} lane={lane} onDone={() => setTying(false)} />
        ) : (
          <Button look="plain" className="-ml-3" onClick={() => setTying(true)}>
            Add linked time…
          </Button>
        ))}
    </section>
  );
}

interface Kind {
  value: TieKind;
  label: string;
  note: string;
  minutes: number;
}

const preparation: Kind = { value: "preparation", label: "preparation", note: "time to get ready", minutes: 30 };
const kinds: Kind[] = [
  preparation,
  { value: "way", label: "the way there", note: "as long as it takes", minutes: 30 },
  { value: "debrief", label: "a debrief", note: "time after it", minutes: 15 },
  { value: "papersDue", label: "papers due", note: "the hour by which they are to be there; takes no time", minutes: 0 },
];

const lengths = [15, 20, 30, 45, 60, 90, 120];

/** Days before at an hour, or right beside it. */
type Where = { days: number; clock: string } | null;

function whereWords(kind: TieKind, where: Where): string {
  if (!where) return kind === "debrief" ? "right after it" : "right before it";
  const day = where.days === 0 ? "the same day" : where.days === 1 ? "the day before" : `${where.days} days before`;
  return `${day} at ${where.clock}`;
}

function TieSentence({ entry, lane, onDone }: { entry: EntryDetails; lane: string; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [kind, setKind] = useState<TieKind>("preparation");
  const [minutes, setMinutes] = useState(30);
  const [where, setWhere] = useState<Where>(null);
  const [all, setAll] = useState(true);
  const chosen = kinds.find((k) => k.value === kind) ?? preparation;
  const start = entry.said.allDay ? `${entry.said.start}T00:00` : entry.said.start;
  const gap = (): number => {
    if (!where) return kind === "debrief" ? 0 : minutes;
    return minutesBetween(`${later(start, -1440 * where.days).slice(0, 10)}T${where.clock}`, start);
  };
  return (
    <form
      aria-label="Add linked time"
      className="grid gap-2 border-y border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            ask(
              client.POST("/api/entries/{id}/ties", {
                params: { path: { id: entry.id } },
                body: { lane, occurrence: all ? null : entry.occurrence, kind, gapMinutes: gap(), minutes },
              }),
            ),
          `${chosen.label.slice(0, 1).toUpperCase()}${chosen.label.slice(1)} is tied to “${entry.title}”.`,
          onDone,
        );
      }}
    >
      <p className="font-serif text-[19px] leading-[31px]">
        <Part name="What" value={chosen.label} width={320}>
          {(close) => (
            <Choices<TieKind>
              value={kind}
              options={kinds}
              onChoose={(value) => {
                setKind(value);
                setMinutes(kinds.find((k) => k.value === value)?.minutes ?? 30);
                setWhere(value === "papersDue" ? { days: 1, clock: "17:00" } : null);
                close();
              }}
            />
          )}
        </Part>
        {kind !== "papersDue" && (
          <>
            ,{" "}
            <Part name="How long" value={`${minutes} min`} width={220}>
              {(close) => (
                <Choices<string>
                  value={String(minutes)}
                  options={lengths.map((l) => ({ value: String(l), label: `${l} min` }))}
                  onChoose={(value) => {
                    setMinutes(Number(value));
                    close();
                  }}
                />
              )}
            </Part>
          </>
        )}
        ,{" "}
        {kind === "debrief" ? (
          "right after it"
        ) : (
          <Part name="When" value={whereWords(kind, where)} width={320}>
            {(close) => <WhereEditor kind={kind} where={where} onChange={setWhere} onDone={close} />}
          </Part>
        )}
        {entry.reaches.length > 0 && (
          <>
            , with{" "}
            <Part name="With which" value={all ? "every one of the series" : "this one"} width={260}>
              {(close) => (
                <Choices<string>
                  value={all ? "all" : "one"}
                  options={[
                    { value: "all", label: "every one of the series" },
                    { value: "one", label: "this one" },
                  ]}
                  onChoose={(value) => {
                    setAll(value === "all");
                    close();
                  }}
                />
              )}
            </Part>
          </>
        )}
      </p>
      <p className="text-[12.5px] text-soft">It moves when “{entry.title}” moves, and goes when that goes.</p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy}>
          Add linked time
        </Button>
        <Button look="plain" onClick={onDone}>
          Discard
        </Button>
      </div>
    </form>
  );
}

function WhereEditor({
  kind,
  where,
  onChange,
  onDone,
}: {
  kind: TieKind;
  where: Where;
  onChange: (where: Where) => void;
  onDone: () => void;
}) {
  const days = [0, 1, 2, 7];
  return (
    <div className="grid gap-3">
      <Choices<string>
        value={where ? String(where.days) : "beside"}
        options={[
          ...(kind === "papersDue" ? [] : [{ value: "beside", label: "right before it" }]),
          ...days.map((d) => ({ value: String(d), label: whereWords(kind, { days: d, clock: "" }).replace(" at ", "") })),
        ]}
        onChoose={(value) => {
          onChange(value === "beside" ? null : { days: Number(value), clock: where?.clock ?? "09:00" });
          if (value === "beside") onDone();
        }}
      />
      {where && (
        <label>
          <span className="text-soft">At</span>
          <input
            type="time"
            value={where.clock}
            onChange={(e) => e.target.value && onChange({ ...where, clock: e.target.value })}
            onKeyDown={(e) => e.key === "Enter" && onDone()}
            className="h-9 w-full border-b border-ink bg-transparent text-[15px]"
          />
        </label>
      )}
    </div>
  );
}
