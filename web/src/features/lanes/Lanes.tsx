import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { lanesQuery, type LanesSpan } from "../../api/queries";
import type { Entry, Lanes as LanesData } from "../../api/types";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { ghostOf, useEntrySheet } from "../../app/entry/useEntrySheet";
import { HeldWeighed } from "../../app/entry/HeldWeighed";
import { useHandActions } from "../../app/entry/useHandActions";
import { useSize } from "../../app/hooks/useSize";
import { useNarrow } from "../../app/hooks/useNarrow";
import { useNow } from "../../app/hooks/useNow";
import { useSetting } from "../../app/hooks/useSetting";
import { useShownLanes } from "../../app/hooks/useShownLanes";
import { Ahead } from "../hand/Ahead";
import { HandDay } from "../hand/HandDay";
import type { BoardGhost, BoardLook, BoardRow, ZoomSteps } from "../../lane/board";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfDay, rowOfPerson } from "../../lane/rows";
import { useDayLine } from "../../lane/useDayLine";
import type { Held } from "../../lane/useHand";
import { hour, localText } from "../../lane/time";
import { and } from "../../lane/words";
import { chosenOf, PeoplePicker } from "../../sentence/PeoplePicker";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { CategoriesPart } from "./CategoriesPart";
import { LaneLine } from "./LaneLine";
import { LaneSets } from "./LaneSets";
import { ListView } from "./ListView";
import { Month } from "./Month";
import { YearPlace } from "./YearPlace";
import { RulersPart } from "./RulersPart";
import { ViewPart } from "./ViewPart";
import { useAhead } from "./useAhead";
import { useChosen } from "./useChosen";
import { spanText, stepNames, stepped } from "./span";

const route = getRouteApi("/lanes");
const noRulers: string[] = [];

/** Lanes side by side: a day of several people, the days of a week, a month, a list. */
export function Lanes() {
  const search = route.useSearch();
  const narrow = useNarrow();
  // In a hand a day is its lane and a list, two weeks are a list; the wider spans are drawn as they are.
  if (narrow && (search.view ?? "day") === "day")
    return <HandDay asked={{ who: search.who?.split(",")[0], day: search.from, entry: search.entry, occurrence: search.occurrence }} />;
  if (narrow && search.view === "list") return <Ahead />;
  return <Wide />;
}

function Wide() {
  const search = route.useSearch();
  const view: LanesSpan = search.view ?? "day";
  const who = useMemo(() => (search.who ? search.who.split(",") : []), [search.who]);
  const [rulers, setRulers] = useSetting("rulers", noRulers);
  const lanes = useQuery({ ...lanesQuery(who, search.from, view === "year" ? "day" : view, rulers), enabled: view !== "year" });
  const readViews = useAhead(who, lanes.isPlaceholderData ? undefined : lanes.data, view, search.from, rulers);
  if (view === "year") return <YearPlace who={who[0]} from={search.from} />;
  return lanes.data ? (
    <Board data={lanes.data} view={view} from={search.from} rulers={rulers} onRulers={setRulers} onViews={readViews} />
  ) : (
    <Wait query={lanes} />
  );
}

const besideHeld = (held: Held) => held.entry && <HeldWeighed entry={held.entry} start={held.start} end={held.end} />;

function namesOf(people: { givenName: string; name: string }[]): string {
  if (people.length === 1) return people[0]?.name ?? "";
  if (people.length <= 3) return and(people.map((p) => p.givenName));
  return `${people
    .slice(0, 2)
    .map((p) => p.givenName)
    .join(", ")} and ${people.length - 2} more`;
}

function Board({
  data,
  view,
  from,
  rulers,
  onRulers,
  onViews,
}: {
  data: LanesData;
  view: Exclude<LanesSpan, "year">;
  from: string | undefined;
  rulers: string[];
  onRulers: (rulers: string[]) => void;
  /** The other views are about to be chosen from. */
  onViews: () => void;
}) {
  const navigate = route.useNavigate();
  const now = useNow(data.now);
  const [page, height] = useSize();
  const sheet = useEntrySheet();
  const hand = useHandActions(sheet, data.zones[0]);
  const people = useMemo(() => data.days[0]?.lanes.map((l) => l.who) ?? [], [data]);
  const { entry: wanted, occurrence, who: whoText } = route.useSearch();
  // What was chosen counts at once, while its lanes are still being read.
  const chosenIds = useMemo(() => (whoText ? whoText.split(",") : people.map((p) => p.id)), [whoText, people]);
  const { open: openSheet } = sheet;
  const first = people[0]?.id;
  // What was found elsewhere opens once its lane is there.
  useEffect(() => {
    if (wanted && first) openSheet(wanted, first, occurrence ?? null);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- opens for another entry only
  }, [wanted, occurrence, first]);
  const lanes = useShownLanes(people);
  const { only: onlyText } = route.useSearch();
  const only = useMemo(() => (onlyText ? onlyText.split("|") : []), [onlyText]);
  const [by, setBy] = useSetting("colour-by", "person");
  const chosen = useChosen(data.categories);
  const [dayLine, onPoint] = useDayLine(data.zones[0]);
  const zoom = useRef<ZoomSteps>(null);
  const [typed, setTyped] = useState<BoardGhost>();
  const [lineFor, setLineFor] = useState<string>();
  const isQuiet = useCallback((entry: Entry) => only.length > 0 && !only.includes(entry.category?.name ?? ""), [only]);
  const { isChosen, toggle: onChoose } = chosen;
  const look = useMemo<BoardLook>(
    () => ({
      flagOf: (entry, row) => (by === "category" && entry.category ? entry.category.colour : row.lane.who.flag),
      isQuiet,
      isChosen: (entry, row) => isChosen(entry, row.lane.who.id),
      onChoose: (entry, row) => onChoose(entry, row.lane.who.id),
    }),
    [by, isQuiet, isChosen, onChoose],
  );
  useWatched(people.map((p) => p.id));

  const rows = useMemo<BoardRow[]>(
    () =>
      view === "day"
        ? data.days.flatMap((day) => day.lanes.filter((l) => lanes.isShown(l.who.id)).map((l) => rowOfPerson(l, day, data.zones, now)))
        : people
            .filter((p) => lanes.isShown(p.id))
            .flatMap((p) => data.days.flatMap((day) => day.lanes.filter((l) => l.who.id === p.id).map((l) => rowOfDay(l, day)))),
    [data, view, people, lanes, now],
  );
  // For whom a line is: the first of those shown, unless another was chosen.
  const owners = useMemo(() => data.days[0]?.lanes.filter((l) => l.mayAdd).map((l) => l.who) ?? [], [data]);
  const lineOwner = owners.find((o) => o.id === lineFor) ?? owners.find((o) => lanes.isShown(o.id)) ?? owners[0];
  const viewerZone = data.zones[0];
  const { shown } = sheet;
  const movedTo = shown?.move && { who: shown.lane, start: shown.move.start, end: shown.move.end, words: "moved here" };
  const ghost = ghostOf(sheet.fresh, data.zones) ?? movedTo ?? typed;
  const shownPeople = people.filter((p) => lanes.isShown(p.id));
  const firstDate = data.days[0]?.date ?? "";
  // Below this width what the span holds stands under the sentence.
  const top = (innerWidth <= 1500 ? 104 : 86) + (lineOwner ? 38 : 0) + (sheet.isOpen && innerWidth >= 1100 ? 74 : 0);
  const set = (change: { who?: string; from?: string | undefined; view?: LanesSpan; only?: string | undefined }) =>
    void navigate({
      search: (before) => {
        const next = { ...before, ...change };
        return {
          ...(next.who ? { who: next.who } : {}),
          ...(next.from ? { from: next.from } : {}),
          ...(next.view ? { view: next.view } : {}),
          ...(next.only ? { only: next.only } : {}),
        };
      },
    });
  // What was sought and is closed can be sought again.
  const was = useRef<string>(undefined);
  const openId = sheet.shown?.id;
  useEffect(() => {
    if (wanted && was.current === wanted && openId !== wanted)
      void navigate({
        search: (before) => {
          const rest = { ...before };
          delete rest.entry;
          delete rest.occurrence;
          return rest;
        },
        replace: true,
      });
    was.current = openId;
  }, [navigate, openId, wanted]);
  const step = (by: number) => set({ from: stepped(data, view, by, from) });
  const open = (entry: Entry, r: BoardRow) => entry.id && sheet.open(entry.id, r.lane.who.id, entry.occurrence);
  // The next whole hour of the first day shown, on the first lane to which one may add.
  const enter = () => {
    const zone = data.zones[0];
    const day = data.days.find((d) => d.today) ?? data.days[0];
    const lane = day?.lanes.find((l) => l.mayAdd && lanes.isShown(l.who.id));
    if (!zone || !day || !lane) return;
    const after = day.today ? now : day.start + 9 * hour;
    const start = day.start + Math.ceil((after - day.start) / hour) * hour;
    sheet.add({
      owner: { id: lane.who.id, name: lane.who.name },
      start: localText(zone, start),
      zone: zone.id,
      minutes: 60,
      moment: start,
    });
  };
  useKeys(
    {
      h: () => step(-1),
      l: () => step(1),
      "0": () => set({ from: undefined }),
      b: lanes.toggleList,
      e: enter,
      "+": () => zoom.current?.by(0.7),
      "-": () => zoom.current?.by(1 / 0.7),
      "=": () => zoom.current?.reset(),
      ...lanes.keys,
    },
    [
      { keys: "H L", does: `previous, next ${stepNames[view].toLowerCase()}` },
      { keys: "0", does: "today" },
      { keys: "1–9", does: "show or hide a lane" },
      { keys: "B", does: "as a list" },
      { keys: "E", does: "enter an appointment" },
      { keys: "M", does: "move the entry" },
      { keys: "X", does: "choose it" },
      ...(view === "month" || view === "list" ? [] : [{ keys: "+ −", does: "nearer, further" }]),
    ],
  );

  return (
    <div ref={page} className="flex min-h-full flex-col px-6 pb-4">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="min-w-0 font-serif text-[26px] leading-9">
          <Part name="Whose lanes" value={namesOf(people)} width={400}>
            {(close) => (
              <>
                <PeoplePicker
                  label="Whose lanes"
                  known
                  chosen={people.filter((p) => chosenIds.includes(p.id)).map(chosenOf)}
                  onChange={(chosen) => chosen.length > 0 && set({ who: chosen.map((c) => c.id).join(",") })}
                />
                <LaneSets
                  who={chosenIds}
                  onChoose={(who) => {
                    set({ who: who.join(",") });
                    close();
                  }}
                />
              </>
            )}
          </Part>
          , <ViewPart view={view} onLook={onViews} onChoose={(v) => set({ view: v })} />,{" "}
          <Part name="When" value={spanText(data, view)} width={240}>
            {(close) => (
              <label className="block">
                <span className="text-soft">Go to a date</span>
                <input
                  type="date"
                  autoFocus
                  defaultValue={firstDate}
                  onChange={(e) => e.target.value && set({ from: e.target.value })}
                  onKeyDown={(e) => e.key === "Enter" && close()}
                  className="h-9 w-full border-b border-ink bg-transparent"
                />
              </label>
            )}
          </Part>
          {view !== "month" && view !== "list" && (
            <>
              , by <RulersPart zones={data.zones} rulers={rulers} now={now} onChange={onRulers} />
            </>
          )}
          {view !== "month" && (
            <>
              ,{" "}
              <CategoriesPart
                categories={data.categories}
                people={people}
                only={only}
                onOnly={(names) => set({ only: names.join("|") || undefined })}
                by={by}
                onBy={setBy}
              />
            </>
          )}
        </h1>
        <p
          className="min-w-0 truncate text-soft max-[1500px]:order-last max-[1500px]:basis-full min-[1500px]:flex-1"
          title={dayLine ?? data.summary}
        >
          {!dayLine && data.hiddenDays && (
            <button
              type="button"
              className="mr-1 font-semibold text-brass underline underline-offset-4"
              onClick={() => set({ view: "week" })}
            >
              {data.hiddenDays}, not shown.
            </button>
          )}
          {dayLine ?? data.summary}
        </p>
        <div className="no-print ml-auto flex shrink-0 gap-1">
          {shownPeople[0] && (view === "day" || view === "week") && (
            <Link
              to="/sheet"
              search={{ who: shownPeople[0].id, from: firstDate, days: view === "week" ? 7 : 1 }}
              className="inline-flex min-h-8 items-center px-3 text-[13px] font-semibold hover:bg-water"
            >
              Day sheet
            </Link>
          )}
          <Button look="plain" onClick={() => step(-1)}>
            {`Previous ${stepNames[view].toLowerCase()}`}
          </Button>
          {from && (
            <Button look="plain" onClick={() => set({ from: undefined })}>
              Today
            </Button>
          )}
          <Button look="plain" onClick={() => step(1)}>
            {`Next ${stepNames[view].toLowerCase()}`}
          </Button>
        </div>
      </div>
      {lineOwner && viewerZone && (
        <LaneLine
          owners={owners}
          owner={lineOwner}
          zone={viewerZone}
          onOwner={setLineFor}
          onGhost={setTyped}
          onGo={(date) => set({ from: date })}
          days={data.days.map((d) => d.date)}
        />
      )}
      {view === "month" && <Month data={data} isShown={lanes.isShown} now={now} height={height - top + 10} hand={hand} onOpen={open} />}
      {view === "list" && data.zones[0] && (
        <ListView
          days={data.days}
          zone={data.zones[0]}
          isShown={lanes.isShown}
          isQuiet={isQuiet}
          chosen={chosen}
          onOpen={(entry, lane) => entry.id && sheet.open(entry.id, lane.who.id, entry.occurrence)}
        />
      )}
      {view !== "month" && view !== "list" && (
        <LaneBoard
          name={`Lanes, ${spanText(data, view)}`}
          rows={rows}
          zones={data.zones}
          now={now}
          headWidth={view === "day" ? 232 : 176}
          height={Math.max(
            rows.length * 46,
            height - top - data.zones.length * 20 - (shownPeople.length < people.length ? 34 : 0) - (chosen.bar ? 40 : 0),
          )}
          onOpen={open}
          asList={lanes.asList}
          hand={hand}
          beside={besideHeld}
          look={look}
          onPoint={onPoint}
          zoom={zoom}
          ghost={ghost}
          shown={shown}
        />
      )}
      {shownPeople.length < people.length && <lanes.Hidden />}
      {chosen.bar}
      {sheet.sheet}
    </div>
  );
}
