import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { accessQuery } from "../../api/queries";
import type { Access as AccessData } from "../../api/types";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { useSize } from "../../app/hooks/useSize";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { plainLink } from "../../ui/links";
import { AccessTable, type Place } from "./AccessTable";
import { AsSeen } from "./AsSeen";
import { AskSentence } from "./AskSentence";
import { CeilingsPart } from "./CeilingsPart";
import { ChosenCell } from "./ChosenCell";
import { CoverSentence } from "./CoverSentence";
import { GiveSentence } from "./GiveSentence";
import { RequestRows } from "./RequestRows";
import { useWithdraw } from "./useWithdraw";
import { grantsQuery } from "./queries";

const route = getRouteApi("/access");

/** People by calendars: who may see and do what, and the chosen of it as a sentence. */
export function Access() {
  const { of } = route.useSearch();
  const access = useQuery(accessQuery(of));
  return access.data ? <Shown data={access.data} /> : <Wait query={access} />;
}

type Open = "give" | "ask" | "cover" | "seen" | undefined;

function Shown({ data }: { data: AccessData }) {
  const { who, owner, begin, of } = route.useSearch();
  const navigate = route.useNavigate();
  const [page, , pageWidth] = useSize();
  const width = pageWidth - 48;
  const [open, setOpen] = useState<Open>(begin);
  const sentence = useRef<HTMLDivElement>(null);
  const table = useRef<HTMLDivElement>(null);
  useWatched(data.calendars.map((c) => c.who.id));
  const chosen: Place = {
    row: Math.max(
      0,
      data.rows.findIndex((r) => r.key === (who ?? data.rows[3]?.key)),
    ),
    column: Math.max(
      0,
      data.calendars.findIndex((c) => c.who.id === owner),
    ),
  };
  const row = data.rows[chosen.row];
  const calendar = data.calendars[chosen.column];
  const choose = (to: Place) => {
    const [nextRow, nextCalendar] = [data.rows[to.row], data.calendars[to.column]];
    if (nextRow && nextCalendar)
      void navigate({ search: { ...(of ? { of } : {}), who: nextRow.key, owner: nextCalendar.who.id }, replace: true });
  };
  const grants = useQuery({ ...grantsQuery(row?.key ?? "", calendar?.who.id ?? ""), enabled: row !== undefined && calendar !== undefined });
  const withdraw = useWithdraw();
  const first = grants.data?.grants.find((g) => g.mayChange);
  const isOwn = row?.who?.id === calendar?.who.id;
  const toggle = (what: Open) => setOpen((o) => (o === what ? undefined : what));
  useKeys({ v: () => !isOwn && toggle("seen"), Escape: () => setOpen(undefined) }, [
    { keys: "↑ ↓ ← →", does: "from cell to cell" },
    { keys: "Enter", does: "change the sentence" },
    { keys: "V", does: "what they see" },
    { keys: "Del", does: "withdraw" },
  ]);
  if (!row || !calendar) return null;
  return (
    <div ref={page} className="flex h-full min-h-[520px] flex-col px-6 pb-3 max-[600px]:h-auto max-[600px]:px-4">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1.5 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">Who sees and does what{of && ` in ${calendar.who.name}`}</h1>
        <p className="min-w-0 flex-1 text-soft max-[600px]:basis-full">{data.words}</p>
        <Button aria-expanded={open === "give"} onClick={() => toggle("give")}>
          Grant access
        </Button>
        {of ? (
          <Link to="/access" className={plainLink}>
            All calendars
          </Link>
        ) : (
          <>
            <Button aria-expanded={open === "cover"} onClick={() => toggle("cover")}>
              Cover while away
            </Button>
            <Button aria-expanded={open === "ask"} onClick={() => toggle("ask")}>
              Ask for access
            </Button>
          </>
        )}
      </div>
      {open === "give" && <GiveSentence data={data} column={chosen.column} onDone={() => setOpen(undefined)} />}
      {open === "cover" && <CoverSentence data={data} onDone={() => setOpen(undefined)} />}
      {open === "ask" && <AskSentence onDone={() => setOpen(undefined)} />}
      {open !== "seen" && <RequestRows data={data} />}
      <div ref={table} className="flex min-h-0 flex-col max-[600px]:min-h-[340px]">
        <AccessTable
          data={data}
          of={of}
          chosen={chosen}
          onChoose={choose}
          onEnter={() => sentence.current?.querySelector("button")?.focus()}
          onWithdraw={() => first && row.who && withdraw(first, row.name, calendar)}
          width={width}
        />
      </div>
      <div ref={sentence} className="shrink-0">
        <ChosenCell
          key={`${row.key} ${calendar.who.id}`}
          row={row}
          calendar={calendar}
          grants={grants.data}
          seen={open === "seen"}
          onSeen={() => toggle("seen")}
          onDone={() => table.current?.querySelector<HTMLElement>('[aria-selected="true"]')?.focus()}
        />
      </div>
      {open === "seen" && !isOwn && <AsSeen who={row.key} owner={calendar.who.id} />}
      <CeilingsPart data={data} />
    </div>
  );
}
