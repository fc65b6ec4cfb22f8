import { useQuery } from "@tanstack/react-query";
import { Command } from "cmdk";
import { useRef, useState } from "react";
import { ask, client, problemOf } from "../api/client";
import { peopleQuery, personQuery } from "../api/queries";
import type { Person } from "../api/types";
import { Flag } from "../lane/Flag";
import { FieldError } from "../ui/Field";

/** Somebody chosen: known here, or an address nobody has yet. */
export interface Chosen {
  id: string;
  name: string;
  givenName: string;
  person: Person | undefined;
}

export const chosenOf = (person: Person): Chosen => ({ id: person.id, name: person.name, givenName: person.givenName, person });

/** Whether it is a room, not somebody. */
export const isRoom = (chosen: Chosen) => chosen.person?.kind === "room";

/** Somebody who is not known here, with the name that stood beside the address. */
const byAddress = (address: string, text: string): Chosen => {
  const name = text.replace(/\s*<.*$/, "") || address;
  return { id: address, name, givenName: name, person: undefined };
};

const nobody = (text: string) => `“${text}” is nobody here and no e-mail address.`;

/** A group of which somebody was left out: its others are asked by name. */
interface Parted {
  group: Chosen;
  without: string;
  members: Chosen[];
}

interface Props {
  label: string;
  chosen: Chosen[];
  onChange: (chosen: Chosen[]) => void;
  wrong?: string | undefined;
  /** Only what the organisation keeps: no outside addresses. */
  known?: boolean;
  not?: string[];
  /** Offers nobody before something is typed. */
  quiet?: boolean;
  /** Only those of one kind. */
  only?: "room";
}

/** People by name, or by address; many addresses at once with any separators. */
export function PeoplePicker({ label, chosen, onChange, wrong, known = false, not = [], quiet = false, only }: Props) {
  const [text, setText] = useState("");
  const [error, setError] = useState<string>();
  const [pointed, setPointed] = useState("");
  const [parted, setParted] = useState<Parted>();
  const input = useRef<HTMLInputElement>(null);
  const found = useQuery(peopleQuery(text));
  const taken = new Set([...chosen.map((c) => c.id), ...not]);
  const offered = (quiet && text.trim() === "" ? [] : (found.data ?? []))
    .filter((p) => !taken.has(p.id) && !taken.has(p.address) && (only === undefined || p.kind === only))
    .slice(0, 7);

  // What is found changes as one types; the first stands ready until another is pointed at.
  const active = offered.some((p) => p.id === pointed) ? pointed : (offered[0]?.id ?? "");

  const add = (more: Chosen[]) => {
    onChange([...chosen, ...more.filter((m) => !taken.has(m.id))]);
    setText("");
    setError(undefined);
  };
  /** Whoever stands in it, as mail programs give them; who is not found stays in the field. */
  const addTyped = async (typed: string) => {
    setText(typed);
    try {
      const people = await ask(client.POST("/api/people/pasted", { body: { text: typed } }));
      const good = people.flatMap((p) => (p.person ? [chosenOf(p.person)] : p.address ? [byAddress(p.address, p.text)] : []));
      if (good.length > 0) add(good);
      const bad = people.filter((p) => !p.person && !p.address);
      setText(bad.map((p) => p.text).join(", "));
      const [first] = bad;
      if (first)
        setError(first.several.length > 0 ? `“${first.text}” are ${first.several.length} people here; choose one.` : nobody(first.text));
    } catch (e) {
      setError(problemOf(e).message);
    }
  };

  return (
    <Command shouldFilter={false} label={label} value={active} onValueChange={setPointed}>
      <div className="text-soft">{label}</div>
      {chosen.length > 0 && (
        <ul className="my-1.5">
          {chosen.map((c) => (
            <li key={c.id} className="flex min-h-8 flex-wrap items-center gap-x-2 border-b border-rule">
              {c.person ? <Flag flag={c.person.flag} height={18} /> : <span className="w-[19px]" />}
              <span className="font-semibold whitespace-nowrap">{c.name}</span>
              <span className="min-w-0 flex-1 truncate text-soft">
                {c.person ? [c.person.post, c.person.town].filter(Boolean).join(", ") : "outside"}
              </span>
              <button
                type="button"
                aria-label={`Remove ${c.name}`}
                className="min-h-8 px-1 whitespace-nowrap text-soft underline underline-offset-4 hover:text-brick"
                onClick={() => onChange(chosen.filter((o) => o.id !== c.id))}
              >
                remove
              </button>
              {c.person?.kind === "group" && (
                <Members
                  group={c.person}
                  onWithout={(who, others) => {
                    const members = others.filter((m) => !taken.has(m.id)).map(chosenOf);
                    setParted({ group: c, without: who.name, members });
                    onChange([...chosen.filter((o) => o.id !== c.id), ...members]);
                  }}
                />
              )}
            </li>
          ))}
        </ul>
      )}
      {parted?.members.some((m) => taken.has(m.id)) && (
        <p role="status" className="py-1 text-soft">
          {parted.group.name} is asked by name now, {parted.members.length === 1 ? "one" : parted.members.length} without {parted.without};
          who joins it later is not.{" "}
          <button
            type="button"
            className="min-h-8 text-sea underline underline-offset-4"
            onClick={() => {
              setParted(undefined);
              onChange([...chosen.filter((c) => !parted.members.some((m) => m.id === c.id)), parted.group]);
            }}
          >
            Invite the whole group
          </button>
        </p>
      )}
      <Command.Input
        ref={input}
        autoFocus={only === undefined}
        value={text}
        aria-invalid={wrong || error ? true : undefined}
        placeholder={only ? "Its name" : known ? "A name" : "A name, or addresses"}
        onValueChange={(value) => {
          setError(undefined);
          setText(value);
        }}
        onPaste={(e) => {
          const pasted = e.clipboardData.getData("text");
          if (known || !/[@;\n\t|]/.test(pasted)) return;
          e.preventDefault();
          void addTyped(pasted);
        }}
        onKeyDown={(e) => {
          if (e.key === "Enter" && !known && (text.includes("@") || (offered.length === 0 && text.trim() && !found.isFetching))) {
            e.preventDefault();
            e.stopPropagation();
            void addTyped(text);
          }
          const last = chosen.at(-1);
          if (e.key === "Backspace" && text === "" && last) onChange(chosen.filter((o) => o !== last));
        }}
        className="h-9 w-full border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea"
      />
      {(error ?? wrong) && <FieldError>{error ?? wrong}</FieldError>}
      <Command.List className="mt-1 max-h-64 overflow-auto">
        {offered.map((p) => (
          <Command.Item
            key={p.id}
            value={p.id}
            onSelect={() => {
              add([chosenOf(p)]);
              // Whoever chose with a pointer types the next name.
              input.current?.focus();
            }}
            className="flex min-h-8 cursor-pointer items-center gap-2 px-1 data-[selected=true]:bg-water"
          >
            <Flag flag={p.flag} height={18} />
            <span className="font-semibold whitespace-nowrap">{p.name}</span>
            <span className="truncate text-soft">
              {p.kind === "group" ? "group" : [p.post, p.town].filter(Boolean).join(", ")}
              {!p.inside && ", outside"}
            </span>
          </Command.Item>
        ))}
      </Command.List>
    </Command>
  );
}

/** Who is in a group that was chosen; to leave one out the others are asked by name. */
function Members({ group, onWithout }: { group: Person; onWithout: (who: Person, others: Person[]) => void }) {
  const [shown, setShown] = useState(false);
  const found = useQuery({ ...personQuery(group.id), enabled: shown });
  const members = found.data?.members.map((m) => m.who) ?? [];
  return (
    <div className="basis-full pl-7">
      <button
        type="button"
        aria-expanded={shown}
        onClick={() => setShown(!shown)}
        className="min-h-8 text-soft underline underline-offset-4 hover:text-ink"
      >
        {shown ? "hide its members" : "show its members"}
      </button>
      {shown && (
        <ul aria-label={`Members of ${group.name}`}>
          {members.map((m) => (
            <li key={m.id} className="flex min-h-8 items-center gap-2">
              <Flag flag={m.flag} height={16} />
              <span className="min-w-0 flex-1 truncate">{m.name}</span>
              <button
                type="button"
                aria-label={`Leave ${m.name} out`}
                className="min-h-8 px-1 whitespace-nowrap text-soft underline underline-offset-4 hover:text-brick"
                onClick={() =>
                  onWithout(
                    m,
                    members.filter((o) => o.id !== m.id),
                  )
                }
              >
                leave out
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
