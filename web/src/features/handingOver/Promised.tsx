import { useState } from "react";
import type { Person } from "../../api/types";
import { dayAndMonth } from "../../lane/time";
import { DatePart } from "../../sentence/DatePart";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";

export interface PromisedThing {
  principal: string;
  words: string;
  /** The day, or empty. */
  by: string;
}

interface Props {
  principal: Pick<Person, "id" | "name">;
  things: PromisedThing[];
  onChange: (things: PromisedThing[]) => void;
}

/** What was promised for a principal and stands nowhere else. */
export function Promised({ principal, things, onChange }: Props) {
  const [words, setWords] = useState("");
  const [by, setBy] = useState("");
  const own = things.filter((t) => t.principal === principal.id);
  const add = () => {
    if (!words.trim()) return;
    onChange([...things, { principal: principal.id, words: words.trim(), by }]);
    setWords("");
    setBy("");
  };
  return (
    <>
      <ul>
        {own.map((t) => (
          <li key={t.words} className="flex items-baseline gap-x-3 border-b border-rule/60 py-1.5">
            <span className="w-16 shrink-0 font-semibold text-soft">Promised</span>
            <span>
              <span className="font-semibold">{t.words}</span>
              {t.by && <span className="text-soft">, by {dayAndMonth(t.by)}</span>}
            </span>
            <span className="ml-auto">
              <Button look="plain" onClick={() => onChange(things.filter((o) => o !== t))}>
                Leave it out
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <p className="flex flex-wrap items-baseline gap-x-3 py-1.5 font-serif text-[17px]">
        <span>
          Also promised:{" "}
          <TypedPart
            name={`Promised for ${principal.name}`}
            value={words}
            placeholder="what, and to whom"
            longest={1000}
            onChange={setWords}
          />
          , by <DatePart name={`By when, for ${principal.name}`} value={by} open="no day" onChange={setBy} />
        </span>
        <Button disabled={!words.trim()} onClick={add} className="font-sans">
          Add it
        </Button>
      </p>
    </>
  );
}
