import { useState } from "react";
import type { Category } from "../api/types";
import { tintOf, colourOf } from "../lane/Flag";

interface Props {
  categories: Category[];
  chosen: string | undefined;
  /** Empty for none. */
  onChoose: (name: string) => void;
}

/** One of a calendar's categories, or a new one, made as its name is typed. */
export function CategoryChoice({ categories, chosen, onChoose }: Props) {
  const [text, setText] = useState("");
  const typed = text.trim();
  const fitting = categories.filter((c) => c.name.toLowerCase().includes(typed.toLowerCase()));
  const known = categories.some((c) => c.name.toLowerCase() === typed.toLowerCase());
  return (
    <div className="grid gap-2">
      <label>
        <span className="text-soft">A category, known or new</span>
        <input
          autoFocus
          value={text}
          maxLength={40}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === "Enter" && typed !== "" && onChoose(fitting.length === 1 && fitting[0] ? fitting[0].name : typed)}
          className="h-8 w-full border-b border-ink bg-transparent text-[14px]"
        />
      </label>
      <ul className="grid">
        {fitting.map((c) => (
          <li key={c.id}>
            <button
              type="button"
              aria-pressed={c.name === chosen}
              onClick={() => onChoose(c.name)}
              className={`flex min-h-8 w-full items-center gap-2 px-2 text-left hover:bg-water ${c.name === chosen ? "bg-water font-semibold" : ""}`}
            >
              <span
                className="h-4 w-6 rounded-t-[2px] border-b-2"
                style={{ background: tintOf(c.colour), borderColor: colourOf(c.colour) }}
              />
              {c.name}
            </button>
          </li>
        ))}
        {typed !== "" && !known && (
          <li>
            <button type="button" onClick={() => onChoose(typed)} className="min-h-8 w-full px-2 text-left hover:bg-water">
              Make the category <b>{typed}</b>
            </button>
          </li>
        )}
        {chosen && (
          <li>
            <button type="button" onClick={() => onChoose("")} className="min-h-8 w-full px-2 text-left text-soft hover:bg-water">
              No category
            </button>
          </li>
        )}
      </ul>
    </div>
  );
}
