import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { deskQuery } from "../../api/queries";
import type { DaySheet as Sheet, SheetParts } from "../../api/types";
import { useWatched } from "../../app/hooks/live";
import { useChange } from "../../app/hooks/useChange";
import { useKeys } from "../../app/keys";
import { addDays } from "../../lane/time";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { ByItself } from "./ByItself";
import { keptBy } from "../../app/parts/keptBy";
import { Paper } from "./Paper";
import { partNames, partsWords } from "./parts";
import { sheetQuery } from "./queries";
import { SendSheet } from "./SendSheet";

const route = getRouteApi("/sheet");

/** A principal’s day or days as they go out of the house: on screen, printed, by mail. */
export function DaySheet() {
  const { who, from, days } = route.useSearch();
  const [parts, setParts] = useState<SheetParts>();
  const sheet = useQuery(sheetQuery(who, from, days ?? 1, parts));
  return sheet.data ? <Loaded sheet={sheet.data} parts={parts ?? sheet.data.parts} onParts={setParts} /> : <Wait query={sheet} />;
}

function Loaded({ sheet, parts, onParts }: { sheet: Sheet; parts: SheetParts; onParts: (parts: SheetParts) => void }) {
  const navigate = route.useNavigate();
  const desk = useQuery(deskQuery).data;
  const [sending, setSending] = useState(false);
  const [said, setSaid] = useState(false);
  const { busy, problem, make } = useChange();
  useWatched([sheet.who.id]);
  const set = (change: { who?: string; from?: string; days?: number }) =>
    void navigate({ search: { who: sheet.who.id, from: sheet.from, days: sheet.days, ...change }, replace: true });
  const step = (by: number) => set({ from: addDays(sheet.from, by * sheet.days) });
  const print = () => {
    window.print();
    if (!sheet.wish) return;
    const body = { inNameOf: sheet.who.id, from: sheet.from, days: sheet.days, parts, to: [], note: null };
    make(() => ask(client.POST("/api/sheets", { body })), "Printed. What changes from now on is marked on the next sheet.");
  };
  useKeys({ h: () => step(-1), l: () => step(1), p: print, ...(sheet.wish ? { s: () => setSending(true) } : {}) }, [
    { keys: "H L", does: sheet.days === 1 ? "another day" : "other days" },
    { keys: "P", does: "print" },
    ...(sheet.wish ? [{ keys: "S", does: "send" }] : []),
  ]);
  const choices = desk ? keptBy(desk) : [];
  return (
    <div className="px-6 pb-10 print:p-0">
      <div className="no-print flex flex-wrap items-baseline gap-x-4 gap-y-1 pt-3 pb-3">
        <h1 className="min-w-0 font-serif text-[26px] leading-9">
          {"Day sheet of "}
          <Part name="Whose" value={sheet.who.name}>
            {(close) => (
              <Choices
                options={choices.map((p) => ({ value: p.id, label: p.name }))}
                value={sheet.who.id}
                onChoose={(id) => {
                  set({ who: id });
                  close();
                }}
              />
            )}
          </Part>
          {" for "}
          <DaysPart sheet={sheet} onSet={set} />
          {", with "}
          <Part name="With" value={partsWords(parts)} width={360}>
            {() => <PartsChoice parts={parts} onChange={onParts} />}
          </Part>
        </h1>
        <div className="ml-auto flex flex-wrap gap-1">
          <Button look="plain" onClick={() => step(-1)}>
            {sheet.days === 1 ? "Previous day" : "Earlier"}
          </Button>
          <Button look="plain" onClick={() => step(1)}>
            {sheet.days === 1 ? "Next day" : "Later"}
          </Button>
          {sheet.wish && (
            <>
              <Button onClick={() => setSaid(true)}>{sheet.wish.at === null ? "Send by itself…" : "Goes by itself…"}</Button>
              <Button onClick={() => setSending(true)}>Send…</Button>
            </>
          )}
          <Button look="filled" disabled={busy} onClick={print}>
            Print
          </Button>
        </div>
      </div>
      {problem && <FieldError>{problem.message}</FieldError>}
      <Paper sheet={sheet} />
      {sheet.wish && (
        <>
          <SendSheet sheet={sheet} open={sending} onOpen={setSending} />
          <ByItself key={`${sheet.who.id} ${said}`} sheet={sheet} wish={sheet.wish} open={said} onOpen={setSaid} />
        </>
      )}
    </div>
  );
}

const spans = [
  { days: 1, label: "one day" },
  { days: 2, label: "two days" },
  { days: 5, label: "five days" },
  { days: 7, label: "a week" },
  { days: 14, label: "two weeks" },
];

function DaysPart({ sheet, onSet }: { sheet: Sheet; onSet: (change: { from?: string; days?: number }) => void }) {
  const days = sheet.heading.slice(sheet.who.name.length + 2);
  return (
    <Part name="Days" value={days} width={260}>
      {(close) => (
        <>
          <label className="mb-2 block">
            <span className="text-soft">From</span>
            <input
              type="date"
              autoFocus
              defaultValue={sheet.from}
              onChange={(e) => e.target.value && onSet({ from: e.target.value })}
              onKeyDown={(e) => e.key === "Enter" && close()}
              className="h-9 w-full border-b border-ink bg-transparent"
            />
          </label>
          <ul>
            {spans.map((s) => (
              <li key={s.days}>
                <label className="flex min-h-8 items-center gap-2">
                  <input
                    type="radio"
                    name="days"
                    checked={sheet.days === s.days}
                    onChange={() => onSet({ days: s.days })}
                    className="size-4 accent-sea"
                  />
                  {s.label}
                </label>
              </li>
            ))}
          </ul>
        </>
      )}
    </Part>
  );
}

function PartsChoice({ parts, onChange }: { parts: SheetParts; onChange: (parts: SheetParts) => void }) {
  return (
    <ul>
      {partNames.map((p) => (
        <li key={p.name}>
          <label className="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              checked={parts[p.name]}
              onChange={(e) => onChange({ ...parts, [p.name]: e.target.checked })}
              className="size-4 accent-sea"
            />
            <span className="first-letter:uppercase">{p.words}</span>
            <span className="ml-auto text-soft">{p.note}</span>
          </label>
        </li>
      ))}
    </ul>
  );
}
