import { useQuery } from "@tanstack/react-query";
import { useId, useRef, useState } from "react";
import { repeatOfParts, repeatQuery } from "../api/queries";
import type { RepeatParts as Parts, TimeRequest } from "../api/types";
import { weekdayOf } from "../lane/time";
import { Button } from "../ui/Button";
import { FieldError } from "../ui/Field";
import { RepeatParts } from "./RepeatParts";

const nths = ["first", "second", "third", "fourth", "last"];

/** The words that fit a start best: its weekday each week, every second week, its place in the month, its date in the year. */
function offered(start: string): string[] {
  const weekday = weekdayOf(start.slice(0, 10));
  const nth = nths[Math.min(4, Math.floor((Number(start.slice(8, 10)) - 1) / 7))] ?? "";
  return [`every ${weekday}`, `every second ${weekday}`, `every month on the ${nth} ${weekday}`, "every weekday"];
}

interface Props {
  /** Empty for once. */
  words: string;
  time: TimeRequest;
  people: string[];
  wrong?: string | undefined;
  onChange: (words: string) => void;
  onDone: () => void;
  /** Moves the first day to one that fits; left out where the day is chosen elsewhere. */
  onBegin?: (date: string) => void;
}

/** How something repeats, said in words; below stands what they come to. */
export function RepeatEditor({ words, time, people, wrong, onChange, onDone, onBegin }: Props) {
  const id = useId();
  const [text, setText] = useState(words);
  const read = useQuery(repeatQuery(text, time, people));
  const said = text.trim() === "" ? undefined : read.data;
  const take = (next: string) => {
    setText(next);
    onChange(next);
  };
  const latest = useRef(0);
  // What was chosen by parts stands at once, whatever is still on its way.
  const [chosen, setChosen] = useState<Parts>();
  const byParts = async (parts: Parts) => {
    setChosen(parts);
    const turn = ++latest.current;
    const back = await repeatOfParts(parts, time).catch(() => undefined);
    // What was chosen last counts, whichever answer comes last.
    if (back?.words && turn === latest.current) take(back.words);
  };
  const type = (next: string) => {
    latest.current++;
    setChosen(undefined);
    take(next);
  };
  const problem = said?.problem ?? wrong;
  return (
    <div className="grid gap-2">
      <label htmlFor={id} className="text-soft">
        How it repeats, in words
      </label>
      <input
        id={id}
        autoFocus
        value={text}
        maxLength={300}
        placeholder="once"
        aria-invalid={problem ? true : undefined}
        onChange={(e) => type(e.target.value)}
        onKeyDown={(e) => e.key === "Enter" && !problem && onDone()}
        className="h-9 border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea"
      />
      <RepeatParts
        parts={chosen ?? said?.parts ?? null}
        start={time.start}
        monthDays={read.data?.monthDays ?? []}
        beyond={!chosen && said?.words != null && said.parts === null && said.words !== "Once"}
        onChange={(parts) => void byParts(parts)}
      />
      <div className="flex flex-wrap gap-1">
        {["once", ...offered(time.start)].map((o) => (
          <Button key={o} look="plain" onClick={() => type(o === "once" ? "" : o)} className="!px-2 font-normal">
            {o}
          </Button>
        ))}
      </div>
      {problem && <FieldError>{problem}</FieldError>}
      {said?.begins && (
        <p className="flex items-center gap-2">
          <span>The first such day is {said.beginsOn}.</span>
          {onBegin && <Button onClick={() => onBegin(said.begins ?? "")}>Begin then</Button>}
        </p>
      )}
      {said && !said.problem && (
        <div aria-live="polite" className="grid gap-1 border-t border-rule pt-2">
          <p className="font-semibold first-letter:uppercase">
            {said.words}. {said.extent}
          </p>
          <p className="text-soft">First {said.next.join(", ")}.</p>
          {said.shifts.map((s) => (
            <p key={s} className="text-brass">
              {s}
            </p>
          ))}
        </div>
      )}
      {text.trim() === "" && <p className="text-soft">It takes place once.</p>}
    </div>
  );
}
