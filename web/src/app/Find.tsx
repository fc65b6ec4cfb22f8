import { useQuery } from "@tanstack/react-query";
import { useNavigate, type NavigateOptions } from "@tanstack/react-router";
import { Command } from "cmdk";
import { useRef, useState } from "react";
import { findQuery } from "../api/queries";
import type { FoundEntry, Person } from "../api/types";
import { Flag } from "../lane/Flag";
import { useKeys } from "./keys";
import { inOneLine, LineFound } from "./line/LineFound";
import { placesCalled, type PlaceOfHouse } from "./places";

/** Finds a person, an entry of any year or a place of the house by a word; what is found stands over the page, or makes it up. */
export function Find({ asPage = false }: { asPage?: boolean }) {
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  const [pointed, setPointed] = useState<string>();
  const steers = useRef(false);
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const found = useQuery(findQuery(text.trim()));
  const begin = () => input.current?.focus();
  // From a field, which keeps its own keys, with Ctrl.
  useKeys({ "/": begin, "Ctrl+/": begin });
  const shown = open && text.trim().length > 1;
  const data = shown ? found.data : undefined;
  const day = data?.day;
  const leave = () => {
    setText("");
    setOpen(false);
    input.current?.blur();
  };
  // Where one goes, one goes on: the next Tab is within the place.
  const go = (to: NavigateOptions) => {
    leave();
    document.getElementById("place")?.focus({ preventScroll: true });
    void navigate(to);
  };
  const toPerson = (person: Person) => go({ to: "/lanes", search: { who: person.id, ...(day ? { from: day.date, view: "day" } : {}) } });
  const toDay = (date: string) => go({ to: "/lanes", search: { from: date, view: "day" } });
  const toEntry = (entry: FoundEntry) =>
    go({
      to: "/lanes",
      search: {
        who: entry.lane,
        from: entry.date,
        view: "day",
        entry: entry.id,
        ...(entry.occurrence ? { occurrence: entry.occurrence } : {}),
      },
    });
  const toPlace = (place: PlaceOfHouse) => go({ to: place.to });
  const called = placesCalled(text);
  const values = data
    ? [
        ...(data.lastMet?.entry ? [valueOf(data.lastMet.entry)] : []),
        ...(day?.alone ? [day.date] : []),
        ...data.people.map((p) => p.who.id),
        ...data.entries.map(valueOf),
        ...called.map((p) => p.to),
      ]
    : [];
  // What is found comes while one types; the first stands ready for Enter until another is pointed at.
  const [first] = values;
  const active = pointed && (pointed === inOneLine || values.includes(pointed)) ? pointed : (first ?? inOneLine);
  return (
    <Command
      shouldFilter={false}
      value={active}
      onValueChange={(value) => steers.current && setPointed(value)}
      onKeyDownCapture={(e) => (steers.current = e.key.startsWith("Arrow"))}
      onPointerMove={() => (steers.current = true)}
      label="Find a person, meeting or place"
      className="relative"
      onKeyDown={(e) => e.key === "Escape" && leave()}
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && setOpen(false)}
    >
      <Command.Input
        ref={input}
        value={text}
        maxLength={100}
        placeholder="Find a person, meeting or place"
        onValueChange={(v) => {
          setText(v);
          setPointed(undefined);
          setOpen(true);
        }}
        onFocus={() => setOpen(true)}
        className="h-8 w-[clamp(110px,15vw,240px)] max-w-full border-b border-ink bg-transparent text-[13px] outline-none placeholder:text-soft focus-visible:border-b-2 focus-visible:border-sea"
      />
      <Command.List
        className={`${asPage ? "pt-2 [&_[cmdk-item]]:min-h-12" : "absolute top-9 right-0 z-30 max-h-[70vh] w-[min(92vw,520px)] overflow-auto border border-ink bg-ground p-1"} ${shown ? "" : "hidden"}`}
      >
        {data?.lastMet && (
          <Command.Group heading={data.lastMet.words} className={groupLook}>
            {data.lastMet.entry && <EntryItem entry={data.lastMet.entry} onOpen={toEntry} />}
          </Command.Group>
        )}
        {day?.alone && (
          <Command.Group heading="Days" className={groupLook}>
            <Command.Item value={day.date} onSelect={() => toDay(day.date)} className={itemLook}>
              {day.words}
            </Command.Item>
          </Command.Group>
        )}
        {data && data.people.length > 0 && (
          <Command.Group heading="People, groups and rooms" className={groupLook}>
            {data.people.map(({ who: p, now }) => (
              <Command.Item key={p.id} value={p.id} onSelect={() => toPerson(p)} className={itemLook}>
                <Flag flag={p.flag} height={16} />
                {p.name}
                <span className="ml-auto text-soft">{day ? day.words : [p.post ?? p.town, now].filter(Boolean).join(", ")}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {data && data.entries.length > 0 && (
          <Command.Group heading="Meetings and appointments" className={groupLook}>
            {data.entries.map((e) => (
              <EntryItem key={`${e.id} ${e.occurrence ?? ""}`} entry={e} onOpen={toEntry} />
            ))}
            {data.more && <p className="px-2 py-1 text-soft">There is more. Say another word to narrow it.</p>}
          </Command.Group>
        )}
        {data && called.length > 0 && (
          <Command.Group heading="Places here" className={groupLook}>
            {called.map((p) => (
              <Command.Item key={p.to} value={p.to} onSelect={() => toPlace(p)} className={itemLook}>
                <span className="font-semibold">{p.words}</span>
                <span className="ml-auto text-soft">{p.note}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
        {shown && <LineFound text={text.trim()} className={itemLook} inHand={asPage} onDone={leave} />}
        {data && !data.lastMet && !day && data.people.length + data.entries.length + called.length === 0 && (
          <p className="px-2 py-1.5 text-soft">Nothing that you may see is called “{text.trim()}”.</p>
        )}
      </Command.List>
    </Command>
  );
}

const valueOf = (entry: FoundEntry) => (entry.occurrence ? `${entry.id} ${entry.occurrence}` : entry.id);

function EntryItem({ entry: e, onOpen }: { entry: FoundEntry; onOpen: (entry: FoundEntry) => void }) {
  return (
    <Command.Item value={valueOf(e)} onSelect={() => onOpen(e)} className={itemLook}>
      <Flag flag={e.flag} height={16} />
      <span className="min-w-0 truncate">
        <span className="font-semibold">{e.title}</span>
        <span className="text-soft">{[e.place, e.why].filter(Boolean).map((w) => `, ${w ?? ""}`)}</span>
      </span>
      <span className="ml-auto shrink-0 text-soft">{e.when}</span>
    </Command.Item>
  );
}

const groupLook =
  "[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:py-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-soft";
const itemLook = "flex min-h-8 cursor-pointer items-center gap-2 px-2 data-[selected=true]:bg-water";
