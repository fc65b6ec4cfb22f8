import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Person, Unanswered } from "../../api/types";
import { unansweredQuery } from "../../api/queries";
import { useChange } from "../../app/hooks/useChange";
import { useFocusBack } from "../../app/hooks/useFocusBack";
import { useKept } from "../../app/hooks/useKept";
import { Flag } from "../../lane/Flag";
import { and } from "../../lane/words";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";

const names = (people: Person[]) => and(people.map((p) => p.name));
const many = (n: number, one: string, more: string) => `${n === 1 ? "one" : n} ${n === 1 ? one : more}`;

/** Reminds all who have not replied to anything, in one go, after it was seen whom. */
export function RemindAll() {
  const [open, setOpen] = useState(false);
  const place = useFocusBack<HTMLDivElement>(open);
  return (
    <div ref={place} className="pb-3">
      {open ? (
        <Silent onDone={() => setOpen(false)} />
      ) : (
        <Button aria-expanded={false} onClick={() => setOpen(true)}>
          Remind all who have not replied…
        </Button>
      )}
    </div>
  );
}

function Silent({ onDone }: { onDone: () => void }) {
  const unanswered = useQuery({ ...unansweredQuery, staleTime: 0 });
  return unanswered.data ? <Form data={unanswered.data} onDone={onDone} /> : <Wait query={unanswered}>Looking who has not replied…</Wait>;
}

function Form({ data, onDone }: { data: Unanswered; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const line = useKept("remind all", () => "");
  const [left, setLeft] = useState<string[]>([]);
  const [again, setAgain] = useState(false);
  const [byMouth, setByMouth] = useState(false);
  const keyOf = (row: Unanswered["rows"][number]) => `${row.entry} ${row.occurrence ?? ""}`;
  const calls = (row: Unanswered["rows"][number]) => row.toCall.filter((c) => again || !c.today).map((c) => c.who);
  const whom = (row: Unanswered["rows"][number]) => [...row.silent, ...(again ? row.today : []), ...(byMouth ? calls(row) : [])];
  const rows = data.rows.filter((r) => !left.includes(keyOf(r)) && whom(r).length > 0);
  const count = rows.reduce((n, r) => n + whom(r).length, 0);
  if (data.rows.length === 0)
    return (
      <p className="flex flex-wrap items-center gap-3">
        Everybody has replied.
        <Button look="plain" onClick={onDone}>
          Close
        </Button>
      </p>
    );
  return (
    <form
      aria-label="Remind all who have not replied"
      className="grid max-w-[80ch] gap-2 border-y border-rule py-3"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            ask(
              client.POST("/api/chase/reminders", {
                body: {
                  meetings: rows.map((r) => ({ meeting: r.entry, occurrence: r.occurrence })),
                  line: line.value.trim() || null,
                  again,
                  byMouth,
                },
              }),
            ),
          `${many(count, "reminder goes", "reminders go").replace(/^o/, "O")} out in ten seconds.`,
          () => {
            line.forget();
            onDone();
          },
        );
      }}
    >
      <ul aria-label="Whom">
        {data.rows.map((row) => (
          <li key={keyOf(row)} className="border-b border-rule">
            <label className="flex min-h-10 flex-wrap items-center gap-x-2 py-1">
              <input
                type="checkbox"
                checked={!left.includes(keyOf(row))}
                onChange={(e) => setLeft(e.target.checked ? left.filter((k) => k !== keyOf(row)) : [...left, keyOf(row)])}
                className="size-4 shrink-0 accent-sea"
              />
              <Flag flag={row.organiser.flag} height={18} />
              <span className="font-semibold">{row.title}</span>
              <span className="text-soft">{row.when}:</span>
              <span>{names(row.silent)}</span>
              {row.toCall.length > 0 && (
                <span className="text-brass">
                  {and(row.toCall.map((c) => (c.telephone ? `${c.who.name} (${c.telephone})` : c.who.name)))}, told you last time: best
                  called
                </span>
              )}
              {row.today.length > 0 && <span className="text-brass">{names(row.today)}, written to today already</span>}
            </label>
          </li>
        ))}
      </ul>
      {data.rows.some((r) => r.today.length > 0) && (
        <label className="flex min-h-8 items-center gap-1.5">
          <input type="checkbox" checked={again} onChange={(e) => setAgain(e.target.checked)} className="size-4 shrink-0 accent-sea" />
          Also those who were written to today
        </label>
      )}
      {data.rows.some((r) => r.toCall.length > 0) && (
        <label className="flex min-h-8 items-center gap-1.5">
          <input type="checkbox" checked={byMouth} onChange={(e) => setByMouth(e.target.checked)} className="size-4 shrink-0 accent-sea" />
          Also those who are best called
        </label>
      )}
      <label className="block">
        <span className="text-soft">A line besides, or nothing</span>
        <textarea
          rows={2}
          maxLength={2000}
          value={line.value}
          onChange={(e) => line.set(e.target.value)}
          className="mt-0.5 block w-full border border-rule bg-water p-2 text-[14px]"
        />
      </label>
      <p className="text-[12.5px] text-soft">
        Each is reminded of each meeting apart, with its time and its deadline, in the organiser’s name.
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" disabled={busy || count === 0}>
          {count === 0 ? "Nobody is left to remind" : `Send ${many(count, "reminder", "reminders")}`}
        </Button>
        <Button look="plain" onClick={onDone}>
          Discard
        </Button>
      </div>
    </form>
  );
}
