import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { deskQuery } from "../../api/queries";
import type { HistoryRow } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { doer } from "../../app/parts/PastList";
import { Flag } from "../../lane/Flag";
import { DatePart } from "../../sentence/DatePart";
import { Choices, Part } from "../../sentence/Part";
import { chosenOf, PeoplePicker } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { historyFile, historyQuery } from "./queries";

const route = getRouteApi("/history");

/** What was done in somebody's name, or to one entry: who, when, under which grant. */
export function History() {
  const desk = useQuery(deskQuery);
  const { who } = route.useSearch();
  const first = who ?? desk.data?.day.lanes[0]?.who.id ?? desk.data?.viewer.id;
  return first ? <Shown who={first} /> : <Wait query={desk} />;
}

function Shown({ who }: { who: string }) {
  const search = route.useSearch();
  const navigate = route.useNavigate();
  const asked = { ...search, who };
  const history = useInfiniteQuery(historyQuery(asked));
  useWatched([who]);
  useKeys({}, [{ keys: "Z", does: "undo what you did last" }]);
  const set = (change: { who?: string; entry?: string; by?: string; first?: string; last?: string }) =>
    void navigate({
      search: (before) => Object.fromEntries(Object.entries({ ...before, ...change }).filter(([, value]) => value)),
      replace: true,
    });
  const pages = history.data?.pages;
  const top = pages?.[0];
  if (!top)
    return (
      <>
        <Wait query={history}>Reading what was done…</Wait>
        {history.error && !search.entry && (
          <p className="flex gap-4 px-6">
            <Link to="/access" className="text-sea underline underline-offset-4">
              Ask for it in Access
            </Link>
            <Link to="/history" search={{}} className="text-sea underline underline-offset-4">
              What was done in your own name
            </Link>
          </p>
        )}
      </>
    );
  const rows = pages.flatMap((p) => p.rows);
  const days = [...new Set(rows.map((r) => r.day))];
  return (
    <div className="px-6 pb-6">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">
          {top.title ? (
            <>What was done to “{top.title}”</>
          ) : (
            <>
              What was done in the name of{" "}
              <Part name="In whose name" value={top.of.name} width={400}>
                {(close) => (
                  <PeoplePicker
                    label="In whose name"
                    known
                    quiet
                    chosen={[chosenOf(top.of)]}
                    onChange={(chosen) => {
                      const next = chosen.at(-1);
                      if (!next || next.id === who) return;
                      close();
                      set({ who: next.id, by: "" });
                    }}
                  />
                )}
              </Part>{" "}
              by{" "}
              <Part name="By whom" value={top.actors.find((a) => a.id === search.by)?.name ?? "anybody"} width={280}>
                {(close) => (
                  <Choices
                    value={search.by ?? ""}
                    options={[{ value: "", label: "anybody" }, ...top.actors.map((a) => ({ value: a.id, label: a.name }))]}
                    onChoose={(by) => {
                      set({ by });
                      close();
                    }}
                  />
                )}
              </Part>
              , from <DatePart name="From" value={search.first ?? ""} open="the beginning" onChange={(first) => set({ first })} /> to{" "}
              <DatePart name="To" value={search.last ?? ""} open="now" onChange={(last) => set({ last })} />
            </>
          )}
        </h1>
        <span className="ml-auto flex items-center gap-2">
          {top.title && (
            <Link to="/lanes" search={{ who, entry: search.entry ?? "" }} className="text-sea underline underline-offset-4">
              to the entry
            </Link>
          )}
          <a
            href={historyFile(asked)}
            download
            className="no-print inline-flex min-h-8 items-center rounded-sm border border-sea px-3 text-[13px] font-semibold text-sea hover:bg-sea-wash"
          >
            Download CSV
          </a>
        </span>
      </div>
      {rows.length === 0 && <p className="border-t border-rule py-6 text-soft">Nothing was done in these days.</p>}
      {days.map((day) => (
        <section key={day} aria-label={day} className="mb-4">
          <h2 className="border-b border-rule py-1.5 font-semibold">{day}</h2>
          <ul>
            {rows
              .filter((r) => r.day === day)
              .map((r) => (
                <Line key={r.id} row={r} who={who} single={top.title !== null} />
              ))}
          </ul>
        </section>
      ))}
      {history.hasNextPage && (
        <Button disabled={history.isFetchingNextPage} onClick={() => void history.fetchNextPage()}>
          {history.isFetchingNextPage ? "Reading…" : "What was done before"}
        </Button>
      )}
    </div>
  );
}

function Line({ row, who, single }: { row: HistoryRow; who: string; single: boolean }) {
  const { takeBack, turnBack } = useChanges();
  const { act, back } = row;
  return (
    <li className="grid grid-cols-[52px_24px_minmax(0,1fr)_minmax(0,300px)] gap-x-2 border-b border-rule/60 py-1.5 leading-6 max-[1000px]:grid-cols-[52px_24px_minmax(0,1fr)]">
      <span className="text-soft">{row.time}</span>
      <Flag flag={row.by.flag} height={20} />
      <div>
        <p>
          <span className="font-semibold">{doer(row)}</span>
          {row.for && ` for ${row.for.name}`} <span className={row.undone ? "line-through decoration-soft" : ""}>{row.words}</span>
          {row.undone && <span className="text-brass">, taken back since</span>}
          {row.entry && !single && (
            <>
              {" "}
              <Link to="/history" search={{ who, entry: row.entry }} className="text-sea underline decoration-dotted underline-offset-4">
                all of it
              </Link>
            </>
          )}
        </p>
        {row.details.length > 0 && (
          <ul className="text-soft">
            {row.details.map((d) => (
              <li key={d}>{d}</li>
            ))}
          </ul>
        )}
      </div>
      <div className="text-[12.5px] text-soft max-[1000px]:col-start-3">
        {row.under && <p>Allowed to {row.under}</p>}
        {act && (
          <Button onClick={() => takeBack(act, row.words.startsWith("took back: ") ? "Redone." : "Undone.")}>
            {row.words.startsWith("took back: ")
              ? "Do it again"
              : act.length > 1
                ? `Take this and ${act.length - 1} more back`
                : "Take it back"}
          </Button>
        )}
        {back && <Button onClick={() => turnBack(back)}>{back.words}</Button>}
      </div>
    </li>
  );
}
