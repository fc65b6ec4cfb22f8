import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { notesQuery } from "../../api/queries";
import type { ChaseRow, Zone } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { htmlOf } from "../../sentence/RichText";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import { usualDay } from "./usualDay";

interface Props {
  row: ChaseRow;
  /** Of who reads it. */
  zone: Zone;
  now: number;
  onDone: () => void;
}

/** What somebody is to bring or send for a meeting, by when: it stands in its notes, and above the meetings until it is there. */
export function OwedForm({ row, zone, now, onDone }: Props) {
  const people = row.attendees.filter((a) => a.who.kind === "person" && a.who.id !== row.organiser.id);
  const [owner, setOwner] = useState(people[0]?.who.id ?? "");
  const [words, setWords] = useState("");
  const [due, setDue] = useState(() => usualDay(zone, now, row.start));
  const { busy, problem, make } = useChange();
  const queries = useQueryClient();
  const by = people.find((a) => a.who.id === owner)?.who;
  const keep = async () => {
    // Beside what is noted there by now.
    const { own } = await queries.fetchQuery({ ...notesQuery(row.entry, row.organiser.id, row.occurrence), staleTime: 0 });
    const tasks = (own?.tasks ?? []).map((t) => ({ id: t.id, words: t.words, owner: t.owner?.id ?? null, due: t.due }));
    const body = {
      lane: row.organiser.id,
      occurrence: row.occurrence,
      version: own?.version ?? 0,
      text: htmlOf(own?.styled ?? null, own?.text ?? null),
      tasks: [...tasks, { id: null, words: words.trim(), owner, due }],
    };
    await ask(client.PUT("/api/entries/{id}/notes", { params: { path: { id: row.entry } }, body }));
  };
  if (!by) return null;
  return (
    <form
      aria-label="What is owed"
      className="grid max-w-[60ch] gap-2 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (!busy && words.trim()) make(keep, `${by.givenName} owes “${words.trim()}”; nobody is told yet.`, onDone);
      }}
    >
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <label className="block">
          <span className="text-soft">Who owes it</span>
          <select
            autoFocus
            value={owner}
            onChange={(e) => setOwner(e.target.value)}
            className="mt-0.5 block h-9 border-b border-ink bg-transparent"
          >
            {people.map((a) => (
              <option key={a.who.id} value={a.who.id}>
                {a.who.name}
              </option>
            ))}
          </select>
        </label>
        <label className="block">
          <span className="text-soft">By the end of</span>
          <input
            type="date"
            required
            value={due}
            onChange={(e) => e.target.value && setDue(e.target.value)}
            className="mt-0.5 block h-9 border-b border-ink bg-transparent"
          />
        </label>
      </div>
      <Field label="What it is" value={words} maxLength={300} onChange={(e) => setWords(e.target.value)} />
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="flex gap-2">
        <Button type="submit" look="filled" disabled={busy || !words.trim()}>
          Note that {by.givenName} owes it
        </Button>
        <Button look="plain" onClick={onDone}>
          Not now
        </Button>
      </p>
    </form>
  );
}
