import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { KeptWish, Person } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { minuteOf } from "../../app/parts/wishes";
import { lengthText, minute, timeOf, weekdays } from "../../lane/time";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Window } from "../../ui/Window";
import { keptWishesQuery } from "./queries";
import { keptWords, type KeptKind } from "./kept";

/** What the organiser wishes of every meeting, in a line, and the window in which it is said. */
export function KeptWishes({ of }: { of: Person }) {
  const [open, setOpen] = useState(false);
  const kept = useQuery(keptWishesQuery(of.id)).data;
  if (!kept) return null;
  const words = keptWords(kept);
  return (
    <div className="border-t border-rule pt-2">
      <p>
        <span className="text-soft">{`${of.givenName} wishes of every meeting: `}</span>
        {words || "nothing yet"}.
      </p>
      <Button onClick={() => setOpen(true)}>{words ? "Change it" : `Say what ${of.givenName} always wishes`}</Button>
      <Window title={`What ${of.givenName} wishes of every meeting`} open={open} onOpen={setOpen} width={520}>
        <KeptForm of={of} stood={kept} onDone={() => setOpen(false)} />
      </Window>
    </div>
  );
}

const around = [5, 10, 15, 30, 60];
const near = [15, 30, 60, 120];
const hours = [2, 3, 4, 5, 6, 7, 8];
const timeAt = (wish: KeptWish | undefined) => (wish ? timeOf(wish.value) : "");
const field = "h-9 border-b border-ink bg-transparent text-[15px]";

function KeptForm({ of, stood, onDone }: { of: Person; stood: KeptWish[]; onDone: () => void }) {
  const [wishes, setWishes] = useState(stood);
  const queries = useQueryClient();
  const { busy, problem, make } = useChange();
  const wished = (kind: KeptKind) => wishes.find((w) => w.kind === kind);
  const say = (kind: KeptKind, value: number | null) =>
    setWishes([
      ...wishes.filter((w) => w.kind !== kind),
      // Always near what is there would leave an empty day empty for good.
      ...(value === null ? [] : [{ kind, value, always: wished(kind)?.always ?? kind !== "together" }]),
    ]);
  const weigh = (kind: KeptKind) => {
    const wish = wished(kind);
    return (
      wish && (
        <label>
          <span className="sr-only">How firm</span>
          <select
            value={wish.always ? "always" : "rather"}
            onChange={(e) => setWishes(wishes.map((w) => (w === wish ? { ...w, always: e.target.value === "always" } : w)))}
            className={field}
          >
            <option value="always">always</option>
            <option value="rather">if it can be helped</option>
          </select>
        </label>
      )
    );
  };
  const time = (label: string, kind: "notBefore" | "notAfter") => (
    <div className="flex items-end justify-between gap-3">
      <label className="flex items-center gap-3">
        {label}
        <input
          type="time"
          step={300}
          value={timeAt(wished(kind))}
          onChange={(e) => say(kind, minuteOf(e.target.value) || null)}
          className={field}
        />
      </label>
      {weigh(kind)}
    </div>
  );
  const length = (label: string, kind: "around" | "mostADay" | "together", options: { value: number; words: string }[]) => (
    <div className="flex items-end justify-between gap-3">
      <label className="flex items-center gap-3">
        {label}
        <select value={wished(kind)?.value ?? 0} onChange={(e) => say(kind, Number(e.target.value) || null)} className={field}>
          <option value={0}>not needed</option>
          {options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.words}
            </option>
          ))}
        </select>
      </label>
      {weigh(kind)}
    </div>
  );
  const yes = (label: string, kind: "lunch" | "edgesSpared" | "atUsualPlace") => (
    <div className="flex items-end justify-between gap-3">
      <label className="flex min-h-9 items-center gap-1.5">
        <input
          type="checkbox"
          checked={wished(kind) !== undefined}
          onChange={(e) => say(kind, e.target.checked ? 0 : null)}
          className="size-4 accent-sea"
        />
        {label}
      </label>
      {weigh(kind)}
    </div>
  );
  const days = wished("notOn")?.value ?? 0;
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () => ask(client.PUT("/api/wishes/{who}", { params: { path: { who: of.id } }, body: { stood, wishes } })),
          wishes.length === 0
            ? `${of.givenName} wishes nothing of every meeting any more.`
            : `Every free slot keeps to what ${of.givenName} wishes.`,
          () => {
            void queries.invalidateQueries({ queryKey: ["calendars"] });
            onDone();
          },
        );
      }}
    >
      <p className="text-soft">{`By ${of.givenName}’s own clock. Others learn only that ${of.givenName} is not free then.`}</p>
      <div className="flex items-end justify-between gap-3">
        <fieldset>
          <legend>Not on</legend>
          <div className="flex flex-wrap gap-x-3">
            {weekdays.map((name, i) => (
              <label key={name} className="flex min-h-8 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={(days & (1 << i)) !== 0}
                  onChange={() => say("notOn", days ^ (1 << i) || null)}
                  className="size-4 accent-sea"
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
        {weigh("notOn")}
      </div>
      {time("Not before", "notBefore")}
      {time("Over by", "notAfter")}
      {length(
        "Free before and after each",
        "around",
        around.map((a) => ({ value: a, words: `${a} minutes` })),
      )}
      {length(
        "At most a day",
        "mostADay",
        hours.map((h) => ({ value: 60 * h, words: `${h} hours` })),
      )}
      {yes("45 minutes of lunch between 12:00 and 13:30", "lunch")}
      {yes("The first and the last hour spared", "edgesSpared")}
      {yes("At the usual place, not at home or elsewhere for the day", "atUsualPlace")}
      {length(
        "Near what is there already",
        "together",
        near.map((n) => ({ value: n, words: `within ${lengthText(n * minute)}` })),
      )}
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="mt-2 flex justify-end gap-2">
        <Button look="plain" onClick={onDone}>
          Discard
        </Button>
        <Button type="submit" look="filled" disabled={busy}>
          Save
        </Button>
      </p>
    </form>
  );
}
