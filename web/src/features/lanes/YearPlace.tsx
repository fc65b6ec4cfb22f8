import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { type LanesSpan } from "../../api/queries";
import type { Year } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { chosenOf, PeoplePicker } from "../../sentence/PeoplePicker";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { ClosuresPart } from "../../app/parts/ClosuresPart";
import { NoGoPart } from "./NoGoPart";
import { ViewPart } from "./ViewPart";
import { YearBoard } from "./YearBoard";
import { yearQuery } from "./queries";

const route = getRouteApi("/lanes");

/** A year of one calendar: how full its weeks are, what comes back, where nothing is arranged. */
export function YearPlace({ who, from }: { who: string | undefined; from: string | undefined }) {
  const year = useQuery(yearQuery(who, from ? Number(from.slice(0, 4)) : undefined));
  return year.data ? <Shown data={year.data} /> : <Wait query={year} />;
}

function Shown({ data }: { data: Year }) {
  const navigate = route.useNavigate();
  const sheet = useEntrySheet();
  useWatched([data.who.id]);
  const set = (change: { who?: string; from?: string; view?: LanesSpan }) =>
    void navigate({ search: (before) => ({ ...before, ...change }) });
  const to = (year: number) => set({ from: `${year}-07-01` });
  useKeys({ h: () => to(data.year - 1), l: () => to(data.year + 1), "0": () => to(Number(new Date(data.now).toISOString().slice(0, 4))) }, [
    { keys: "H L", does: "previous, next year" },
    { keys: "0", does: "now" },
  ]);
  return (
    <div className="flex min-h-full flex-col px-6 pb-4">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="shrink-0 font-serif text-[26px] leading-9">
          <Part name="Whose lane" value={data.who.name} width={400}>
            {(close) => (
              <PeoplePicker
                label="Whose lane"
                known
                chosen={[chosenOf(data.who)]}
                onChange={(chosen) => {
                  const last = chosen.at(-1);
                  if (!last?.id || last.id === data.who.id) return;
                  set({ who: last.id });
                  close();
                }}
              />
            )}
          </Part>
          , <ViewPart view="year" onChoose={(v) => set({ view: v })} />, {data.year}
        </h1>
        <p className="min-w-0 flex-1 truncate text-soft">{data.words}</p>
        <div className="no-print ml-auto flex shrink-0 gap-1">
          <Button look="plain" onClick={() => to(data.year - 1)}>
            Previous year
          </Button>
          <Button look="plain" onClick={() => to(data.year + 1)}>
            Next year
          </Button>
        </div>
      </div>
      {data.known ? (
        <>
          <YearBoard
            data={data}
            onWeek={(date) => set({ view: "week", from: date })}
            onOpen={(id, occurrence) => sheet.open(id, data.who.id, occurrence)}
          />
          {data.maySpeakFor && <NoGoPart data={data} />}
          <ClosuresPart />
        </>
      ) : (
        <p className="text-soft">This calendar is not known to you.</p>
      )}
      {sheet.sheet}
    </div>
  );
}
