import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { useKeys } from "../../app/keys";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { AddSentence } from "./AddSentence";
import { IndexList } from "./IndexList";
import { PersonPage } from "./PersonPage";
import { TakePeopleIn } from "./TakePeopleIn";
import { indexQuery } from "./queries";

const route = getRouteApi("/people");

const kinds = [
  { value: "", label: "everyone and every room" },
  { value: "people", label: "people inside" },
  { value: "outside", label: "people outside" },
  { value: "groups", label: "groups" },
  { value: "rooms", label: "rooms" },
];

/** One index of people, groups and rooms, and the page of the chosen. */
export function People() {
  const { who, of = "", text = "" } = route.useSearch();
  const navigate = route.useNavigate();
  const index = useQuery(indexQuery(text, of));
  const [open, setOpen] = useState<"add" | "file">();
  const page = useRef<HTMLDivElement>(null);
  const set = (change: { who?: string; of?: string; text?: string }) =>
    void navigate({
      search: (before) => {
        const next = { ...before, ...change };
        return { ...(next.who ? { who: next.who } : {}), ...(next.of ? { of: next.of } : {}), ...(next.text ? { text: next.text } : {}) };
      },
      replace: true,
    });
  const rows = index.data?.rows ?? [];
  const chosen = who ?? rows[0]?.who.id;
  const at = rows.findIndex((r) => r.who.id === chosen);
  const go = (by: number) => {
    const next = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
    if (next) set({ who: next.who.id });
  };
  const toggle = (what: "add" | "file") => setOpen((o) => (o === what ? undefined : what));
  useKeys({ j: () => go(1), k: () => go(-1), e: () => toggle("add"), Escape: () => setOpen(undefined) }, [
    { keys: "J K", does: "along the index" },
    { keys: "Enter", does: "to the page" },
    { keys: "E", does: "add a person" },
  ]);
  if (!index.data) return <Wait query={index}>Reading the index…</Wait>;
  return (
    <div className="flex h-full min-h-[420px] flex-col px-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">
          People,{" "}
          <Part name="Who is shown" value={kinds.find((k) => k.value === of)?.label ?? ""} width={280}>
            {(close) => (
              <Choices
                value={of}
                options={kinds}
                onChoose={(value) => {
                  set({ of: value });
                  close();
                }}
              />
            )}
          </Part>
        </h1>
        <p className="min-w-0 flex-1 text-soft" role="status">
          {index.data.count === rows.length ? `${rows.length}` : `the first ${rows.length} of ${index.data.count}`}
          {text && ` called “${text}”`}
        </p>
        {index.data.mayAdminister && (
          <Link to="/people/ways-in" className="inline-flex min-h-8 items-center text-sea underline underline-offset-4">
            Ways in
          </Link>
        )}
        <Link to="/people/places" className="inline-flex min-h-8 items-center text-sea underline underline-offset-4">
          Places
        </Link>
        <Button aria-expanded={open === "file"} onClick={() => toggle("file")}>
          Import people
        </Button>
        {open !== "add" && <Button onClick={() => toggle("add")}>Add a person</Button>}
      </div>
      {open === "add" && (
        <AddSentence
          index={index.data}
          onDone={(id) => {
            setOpen(undefined);
            set({ who: id, of: "", text: "" });
          }}
          onDiscard={() => setOpen(undefined)}
        />
      )}
      {open === "file" && <TakePeopleIn index={index.data} />}
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(240px,300px)_minmax(0,1fr)] border-t border-rule max-[760px]:grid-cols-1">
        <div className="flex min-h-0 flex-col border-r border-rule pr-4 max-[760px]:max-h-64 max-[760px]:border-r-0">
          <input
            type="search"
            aria-label="Called"
            placeholder="A name or address"
            value={text}
            maxLength={100}
            onChange={(e) => set({ text: e.target.value, who: "" })}
            className="mt-2 h-9 w-full shrink-0 border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea"
          />
          <IndexList
            rows={rows}
            chosen={chosen}
            onChoose={(id) => set({ who: id })}
            onEnter={() => page.current?.querySelector<HTMLElement>("h2")?.focus()}
          />
        </div>
        <div ref={page} className="min-h-0 min-w-0 overflow-auto pl-6 max-[760px]:border-t max-[760px]:border-rule max-[760px]:pl-0">
          {chosen ? (
            <PersonPage key={chosen} id={chosen} onGone={() => set({ who: "" })} onGo={(id) => set({ who: id, of: "", text: "" })} />
          ) : (
            <p className="py-6 text-soft">Nobody is called that. “Add a person” adds them.</p>
          )}
        </div>
      </div>
    </div>
  );
}
