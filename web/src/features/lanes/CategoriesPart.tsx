import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Category, Person } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { colourOf, tintOf } from "../../lane/Flag";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

interface Props {
  categories: Category[];
  people: Person[];
  /** The names shown with their labels; empty for all. */
  only: string[];
  onOnly: (only: string[]) => void;
  by: "person" | "category";
  onBy: (by: "person" | "category") => void;
}

const colours = Array.from({ length: 8 }, (_, i) => i);

function Swatch({ colour }: { colour: number }) {
  return (
    <span
      aria-hidden="true"
      className="h-4 w-6 shrink-0 rounded-t-[2px] border-b-2"
      style={{ background: tintOf(colour), borderColor: colourOf(colour) }}
    />
  );
}

/** Which categories are read, what colours them, and the lists themselves. */
export function CategoriesPart({ categories, people, only, onOnly, by, onBy }: Props) {
  const [editing, setEditing] = useState<number>();
  const several = new Set(categories.map((c) => c.lane)).size > 1;
  const words = only.length === 0 ? "all categories" : `only ${only.join(", ")}`;
  const ownerOf = (c: Category) => people.find((p) => p.id === c.lane)?.givenName ?? "";
  return (
    <Part name="Categories" value={words} width={340}>
      {() => (
        <div className="grid gap-3">
          <ul className="max-h-72 overflow-auto">
            {categories.map((c) => (
              <li key={c.id} className="border-b border-rule/60">
                <div className="flex min-h-8 items-center gap-2">
                  <label className="flex min-h-8 flex-1 items-center gap-2">
                    <input
                      type="checkbox"
                      className="size-4 accent-sea"
                      checked={only.includes(c.name)}
                      onChange={(e) => onOnly(e.target.checked ? [...new Set([...only, c.name])] : only.filter((n) => n !== c.name))}
                    />
                    <Swatch colour={c.colour} />
                    {c.name}
                    {several && <span className="text-soft">{ownerOf(c)}</span>}
                  </label>
                  <button
                    type="button"
                    aria-expanded={editing === c.id}
                    aria-label={`Change the category ${c.name}${several ? ` of ${ownerOf(c)}` : ""}`}
                    className="min-h-8 px-1 text-soft underline underline-offset-4"
                    onClick={() => setEditing(editing === c.id ? undefined : c.id)}
                  >
                    change
                  </button>
                </div>
                {editing === c.id && <Edit category={c} onDone={() => setEditing(undefined)} />}
              </li>
            ))}
          </ul>
          {categories.length === 0 && (
            <p className="text-soft">There are none yet. Open an entry and give it one; it is made as you type its name.</p>
          )}
          {only.length > 0 && (
            <Button look="plain" onClick={() => onOnly([])}>
              Read all of them
            </Button>
          )}
          <div className="border-t border-rule pt-2">
            <p className="text-soft">Entries are coloured by</p>
            <Choices<"person" | "category">
              value={by}
              options={[
                { value: "person", label: "whose they are" },
                { value: "category", label: "their category" },
              ]}
              onChoose={onBy}
            />
          </div>
        </div>
      )}
    </Part>
  );
}

function Edit({ category, onDone }: { category: Category; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [name, setName] = useState(category.name);
  const [colour, setColour] = useState(category.colour);
  const send = (remove: boolean) =>
    make(
      () =>
        ask(
          client.PUT("/api/categories/{id}", {
            params: { path: { id: category.id } },
            body: { lane: category.lane, name: remove ? null : name, colour: remove ? null : colour, remove },
          }),
        ),
      remove ? `${category.name} is off the list; no entry was changed.` : `The category is ${name.trim()}.`,
      onDone,
    );
  return (
    <form
      className="grid gap-2 pb-2 pl-6"
      onSubmit={(e) => {
        e.preventDefault();
        send(false);
      }}
    >
      <input
        aria-label="Name of the category"
        value={name}
        maxLength={40}
        autoFocus
        onChange={(e) => setName(e.target.value)}
        className="h-8 border-b border-ink bg-transparent"
      />
      <div role="radiogroup" aria-label="Colour" className="flex gap-1">
        {colours.map((c) => (
          <button
            key={c}
            type="button"
            role="radio"
            aria-checked={c === colour}
            aria-label={`Colour ${c + 1}`}
            onClick={() => setColour(c)}
            className={`grid size-8 place-items-center ${c === colour ? "bg-water" : ""}`}
          >
            <Swatch colour={c} />
          </button>
        ))}
      </div>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-1">
        <Button type="submit" disabled={busy || name.trim() === ""}>
          Save
        </Button>
        <Button look="grave" onClick={() => send(true)}>
          Take it off the list
        </Button>
      </div>
    </form>
  );
}
