import { useState } from "react";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";

interface Props {
  name: string;
  /** As it stands in the sentence. */
  words: string;
  empty?: boolean;
  /** As it is typed; several lines where it is a list or a note. */
  value: string;
  lines?: boolean;
  hint?: string;
  longest?: number;
  offered?: string[];
  onSay: (value: string) => void;
}

/** A part of a sentence that is typed and then kept. */
export function SaidPart({ name, words, empty = false, value, lines = false, hint, longest = 120, offered, onSay }: Props) {
  return (
    <Part name={name} value={words} empty={empty} width={lines ? 420 : 320}>
      {(close) => (
        <Said
          {...{ name, value, lines, hint, longest, offered }}
          onSay={(next) => {
            close();
            if (next !== value) onSay(next);
          }}
        />
      )}
    </Part>
  );
}

function Said({
  name,
  value,
  lines,
  hint,
  longest,
  offered,
  onSay,
}: {
  name: string;
  value: string;
  lines: boolean;
  hint: string | undefined;
  longest: number;
  offered: string[] | undefined;
  onSay: (value: string) => void;
}) {
  const [text, setText] = useState(value);
  const look = "w-full border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea";
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        onSay(text.trim());
      }}
    >
      <label className="block">
        <span className="text-soft">{name}</span>
        {lines ? (
          <textarea
            autoFocus
            rows={4}
            value={text}
            maxLength={2000}
            onChange={(e) => setText(e.target.value)}
            className={`${look} resize-y py-1`}
          />
        ) : (
          <input
            autoFocus
            value={text}
            maxLength={longest}
            list={offered ? "offered" : undefined}
            onChange={(e) => setText(e.target.value)}
            className={`${look} h-9`}
          />
        )}
      </label>
      {offered && (
        <datalist id="offered">
          {offered.map((o) => (
            <option key={o} value={o} />
          ))}
        </datalist>
      )}
      <div className="mt-2 flex items-center gap-3">
        <span className="min-w-0 flex-1 text-[12.5px] text-soft">{hint}</span>
        <Button type="submit">Save</Button>
      </div>
    </form>
  );
}
