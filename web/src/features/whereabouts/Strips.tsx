import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Strip, Whereabouts } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { followPointer } from "../../lane/followPointer";
import { and } from "../../lane/words";
import { runsOf, waysOf, type Run } from "./runs";

const head = "clamp(84px, 22vw, 168px)";

interface Acts {
  /** Whose days are being said, and which: they stay marked meanwhile. */
  saying: { who: string; first: string; last: string } | undefined;
  onAway: (id: number) => void;
  /** Days of somebody's were chosen: the first and the last, as columns. */
  onDays: (strip: Strip, first: number, last: number) => void;
}

/** A month as strips: a column a day, the place written once along its run, an absence over its days. */
export function Strips({ data, ...acts }: { data: Whereabouts } & Acts) {
  const columns = { gridTemplateColumns: `${head} repeat(${data.days.length}, minmax(26px, 1fr))` };
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={`${data.label}, by days`}>
      <div className="min-w-[980px]">
        <div className="grid border-b border-rule text-[12.5px]" style={columns} aria-hidden="true">
          <span />
          {data.days.map((d) => (
            <span key={d.date} className={`pb-1 text-center ${d.today ? "font-semibold text-brass" : "text-soft"}`}>
              {d.letter}
              {d.day}
            </span>
          ))}
        </div>
        {data.strips.map((strip) => (
          <One key={strip.who.id} strip={strip} days={data.days} columns={columns} {...acts} />
        ))}
      </div>
      <DaysOff data={data} />
    </div>
  );
}

/** Holidays and closures in words, each once with whose they are: a column is too narrow for a name. */
function DaysOff({ data }: { data: Whereabouts }) {
  const off = new Map<string, string[]>();
  data.days.forEach((day, i) => {
    for (const strip of data.strips) {
      const words = strip.days[i]?.off;
      if (words) off.set(`${day.label}, ${words}`, [...(off.get(`${day.label}, ${words}`) ?? []), strip.who.givenName]);
    }
  });
  if (off.size === 0) return null;
  return (
    <ul aria-label="Holidays and closures" className="flex flex-wrap gap-x-6 pt-1.5 text-[13px]">
      {[...off].map(([words, whose]) => (
        <li key={words}>
          {words} <span className="text-soft">for {and(whose)}</span>
        </li>
      ))}
    </ul>
  );
}

interface OneProps extends Acts {
  strip: Strip;
  days: Whereabouts["days"];
  columns: { gridTemplateColumns: string };
}

function One({ strip, days, columns, saying, onAway, onDays }: OneProps) {
  const { who } = strip;
  const colour = `var(--flag-${who.flag % 8})`;
  const { chosen, cell, sweep, onKey } = useChosenDays(strip, days.length, onDays);
  const today = Math.max(
    0,
    days.findIndex((d) => d.today),
  );
  const [stop, setStop] = useState(today);
  return (
    <section aria-label={who.name} className="grid border-b-2 border-ink" style={columns}>
      <h2 className="row-start-1 flex h-[68px] gap-2 pt-2 font-semibold" style={{ gridColumn: 1 }}>
        <Flag flag={who.flag} height={20} />
        <span className="min-w-0 leading-5">
          <span className="block truncate">{who.givenName}</span>
          <span className="block truncate text-[12.5px] font-normal text-soft">{who.town}</span>
        </span>
      </h2>
      {strip.days.map((d, i) => {
        const date = days[i]?.date ?? "";
        const said = saying?.who === who.id && date >= saying.first && date <= saying.last;
        const held = chosen ? i >= chosen.first && i <= chosen.last : said;
        const label = `${days[i]?.label ?? ""}: ${d.words}`;
        const look = `row-start-1 h-[68px] ${held ? "bg-sea-wash" : d.works ? "bg-water" : "bg-land"} ${days[i]?.today ? "border-l-2 border-brass" : ""}`;
        return strip.maySay ? (
          <button
            key={days[i]?.date}
            type="button"
            ref={cell(i)}
            tabIndex={i === stop ? 0 : -1}
            title={label}
            aria-label={label}
            aria-pressed={held ? true : undefined}
            onFocus={() => setStop(i)}
            onPointerDown={(e) => sweep(e, i)}
            onKeyDown={(e) => onKey(e, i)}
            onClick={(e) => {
              // The pointer's own press was followed to where it was let go; a key or a finger chooses the one day.
              if (e.detail === 0 || (e.nativeEvent as globalThis.PointerEvent).pointerType !== "mouse") onDays(strip, i, i);
            }}
            className={`${look} touch-pan-x hover:bg-sea-wash focus-visible:z-20`}
            style={{ gridColumn: i + 2 }}
          />
        ) : (
          <span key={days[i]?.date} role="img" title={label} aria-label={label} className={look} style={{ gridColumn: i + 2 }} />
        );
      })}
      {runsOf(strip.days.map((d) => d.pieces)).map((run) => (
        <Written key={`${run.first} ${run.from}`} run={run} colour={colour} />
      ))}
      {waysOf(strip.days.map((d) => d.pieces)).map((column) => (
        <Climb key={`way-${column}`} column={column} />
      ))}
      {strip.away.map((a) => (
        <button
          key={a.id}
          type="button"
          disabled={!strip.maySay}
          onClick={() => onAway(a.id)}
          title={a.words}
          className="z-10 row-start-1 mb-[26px] overflow-hidden px-1.5 text-left text-[12.5px] leading-4 font-semibold enabled:hover:underline"
          style={{ gridColumn: `${a.first + 2} / ${a.last + 3}`, background: `var(--tint-${who.flag % 8})`, color: colour }}
        >
          {a.words}
        </button>
      ))}
    </section>
  );
}

/** Days of one strip, chosen by drag or by Shift and the arrows. */
function useChosenDays(strip: Strip, count: number, onDays: Acts["onDays"]) {
  const [chosen, setChosen] = useState<{ first: number; last: number }>();
  const cells = useRef<(HTMLButtonElement | null)[]>([]);
  const anchor = useRef<number>(undefined);
  const between = (one: number, other: number) => ({ first: Math.min(one, other), last: Math.max(one, other) });
  const sweep = (e: PointerEvent, begin: number) => {
    if (e.button !== 0 || e.pointerType !== "mouse") return;
    let now = between(begin, begin);
    setChosen(now);
    followPointer({
      move: (m) => {
        const over = cells.current.findIndex((c) => c && m.clientX < c.getBoundingClientRect().right);
        now = between(begin, over < 0 ? count - 1 : over);
        setChosen(now);
      },
      up: () => {
        setChosen(undefined);
        onDays(strip, now.first, now.last);
      },
      escape: () => setChosen(undefined),
      cancel: () => setChosen(undefined),
    });
  };
  const onKey = (e: KeyboardEvent, i: number) => {
    const step = e.key === "ArrowRight" ? 1 : e.key === "ArrowLeft" ? -1 : 0;
    if (step !== 0) {
      e.preventDefault();
      const next = Math.min(count - 1, Math.max(0, i + step));
      if (e.shiftKey) setChosen(between((anchor.current ??= i), next));
      else {
        anchor.current = undefined;
        setChosen(undefined);
      }
      cells.current[next]?.focus();
    } else if (e.key === "Enter" && chosen) {
      e.preventDefault();
      anchor.current = undefined;
      setChosen(undefined);
      onDays(strip, chosen.first, chosen.last);
    } else if (e.key === "Escape" && chosen) {
      anchor.current = undefined;
      setChosen(undefined);
    }
  };
  const cell = (i: number) => (button: HTMLButtonElement | null) => {
    cells.current[i] = button;
  };
  return { chosen, cell, sweep, onKey };
}

/** A place along its run, or a part of a day. */
function Written({ run, colour }: { run: Run; colour: string }) {
  const { piece } = run;
  const days = run.last - run.first + 1;
  const part = run.to - run.from < 60 && days === 1;
  const quiet = piece.kind === "notWorking";
  const area = `${run.first + 2} / ${run.last + 3}`;
  const ends = { marginLeft: `${run.from / days}%`, marginRight: `${(100 - run.to) / days}%` };
  if (piece.kind === "onTheWay" && run.to - run.from < 100)
    return (
      <span className="pointer-events-none relative z-[5] row-start-1" style={{ gridColumn: area, ...ends }}>
        <span className="absolute inset-y-1.5 left-1/2 w-[2px] rotate-[24deg] bg-ink" />
      </span>
    );
  return (
    <span
      className={`pointer-events-none row-start-1 self-end overflow-hidden pb-1.5 ${days === 1 ? "px-0.5" : "px-1"}`}
      style={{ gridColumn: area, ...ends }}
    >
      {!part && (
        <span
          className={`block truncate font-semibold ${days === 1 ? "text-[11px] tracking-tight" : "text-[12.5px]"} ${quiet ? "text-soft" : ""}`}
          style={quiet ? undefined : { color: colour }}
        >
          {piece.place}
        </span>
      )}
      <span
        className={`block h-[3px] ${piece.kind === "home" ? "border-b-[3px] border-dotted" : ""}`}
        style={piece.kind === "home" ? { borderColor: colour } : quiet ? undefined : { background: colour }}
      />
    </span>
  );
}

/** The way between two sites climbs between their runs. */
function Climb({ column }: { column: number }) {
  return (
    <span className="pointer-events-none relative z-[5] row-start-1" style={{ gridColumn: column + 2 }} aria-hidden="true">
      <span className="absolute inset-y-1 left-0 w-[2px] rotate-[24deg] bg-ink" />
    </span>
  );
}
