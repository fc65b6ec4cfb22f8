import { useState } from "react";
import { ask, client } from "../../api/client";
import type { DaySheet, SheetWish } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { timeOf } from "../../lane/time";
import { chosenOf, PeoplePicker } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Window } from "../../ui/Window";

interface Props {
  sheet: DaySheet;
  wish: SheetWish;
  open: boolean;
  onOpen: (open: boolean) => void;
}

const minutesOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** When the sheet goes without anybody sending it, to whom, and whether again; the parts chosen are kept with it. */
export function ByItself({ sheet, wish, open, onOpen }: Props) {
  const [to, setTo] = useState(() => (wish.to.length ? wish.to : [sheet.who]).map(chosenOf));
  const [time, setTime] = useState(timeOf(wish.at ?? 17 * 60 + 30));
  const [dayBefore, setDayBefore] = useState(wish.dayBefore);
  const [again, setAgain] = useState(wish.said === null || wish.again);
  const { busy, problem, make } = useChange();
  const say = (at: number | null) => {
    const body = { parts: sheet.parts, at, dayBefore, again, to: to.map((t) => t.id) };
    make(
      () => ask(client.PUT("/api/sheets/{person}", { params: { path: { person: sheet.who.id } }, body })),
      at === null
        ? "The sheet goes by hand only."
        : `The sheet goes at ${timeOf(at)} by itself, ${dayBefore ? "the day before" : "that morning"}.`,
      () => onOpen(false),
    );
  };
  return (
    <Window title="The sheet by itself" open={open} onOpen={onOpen} width={520}>
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <label className="block">
          <span className="text-soft">{`At, by ${sheet.who.givenName}’s clock`}</span>
          <input
            type="time"
            value={time}
            onChange={(e) => e.target.value && setTime(e.target.value)}
            className="mt-0.5 block h-9 border-b border-ink bg-transparent"
          />
        </label>
        <label className="block">
          <span className="text-soft">Of which day</span>
          <select
            value={dayBefore ? "next" : "same"}
            onChange={(e) => setDayBefore(e.target.value === "next")}
            className="mt-0.5 block h-9 border-b border-ink bg-transparent"
          >
            <option value="next">the day after</option>
            <option value="same">the same day</option>
          </select>
        </label>
      </div>
      <div className="pt-3">
        <PeoplePicker label="Who gets it" known quiet chosen={to} onChange={setTo} />
      </div>
      <label className="mt-2 flex min-h-9 items-center gap-2">
        <input type="checkbox" checked={again} onChange={(e) => setAgain(e.target.checked)} className="size-4 accent-sea" />
        Again, when something on it changes on the day itself
      </label>
      <p className="text-soft">
        Days on which nothing stands and nobody works are left out. {wish.said && `So far as ${wish.said} said it.`}
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="mt-4 flex flex-wrap justify-end gap-2">
        {wish.at !== null && (
          <Button look="grave" disabled={busy} onClick={() => say(null)}>
            By hand only
          </Button>
        )}
        <Button look="plain" onClick={() => onOpen(false)}>
          Not now
        </Button>
        <Button look="filled" disabled={busy} onClick={() => say(minutesOf(time))}>
          {`Send it at ${time}`}
        </Button>
      </p>
    </Window>
  );
}
