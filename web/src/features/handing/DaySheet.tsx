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
import { DaysPart } from "./DaysPart";
import { Paper } from "./Paper";
import { partsWords } from "./parts";
import { PartsChoice } from "./PartsChoice";
import { sheetQuery } from "./queries";
import { SendSheet } from "./SendSheet";

const route = getRouteApi("/sheet");

/** A principal’s day or days as they go out of the house: on screen, printed, by mail. */
export function DaySheet() {
  const { who, from, days } = route.useSearch();
  const [parts, setParts] = useState<SheetParts>();
  const sheet = useQuery(sheetQuery(who, from, days ?? 1, parts));
  return sheet.data ? (
    <Loaded sheet={sheet.data} parts={parts ?? sheet.data.parts} chosen={parts !== undefined} onParts={setParts} />
  ) : (
    <Wait query={sheet} />
  );
}

function Loaded({
  sheet,
  parts,
  chosen,
  onParts,
}: {
  sheet: Sheet;
  parts: SheetParts;
  chosen: boolean;
  onParts: (parts?: SheetParts) => void;
}) {
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
  const { wish } = sheet;
  const keep = () => {
    if (!wish) return;
    const body = { parts, at: wish.at, dayBefore: wish.dayBefore, again: wish.again, to: wish.to.map((t) => t.id) };
    make(
      () => ask(client.PUT("/api/sheets/{person}", { params: { path: { person: sheet.who.id } }, body })),
      `Every sheet of ${sheet.who.givenName} is made so from now on.`,
      () => onParts(undefined),
    );
  };
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
          <Part name="With" value={partsWords(parts)} width={440}>
            {() => <PartsChoice parts={parts} onChange={onParts} onKeep={chosen && wish ? keep : undefined} />}
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
