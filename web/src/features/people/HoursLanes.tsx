import { useRef, useState, type PointerEvent } from "react";
import type { HoursSpan } from "../../api/types";
import { followPointer } from "../../lane/followPointer";
import { weekdays } from "../../lane/time";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { grain, minutesADay, painted, readText, textOf } from "./hours";

interface Props {
  hours: HoursSpan[] | null;
  place: string | null;
  places: string[];
  mayChange: boolean;
  onKeep: (hours: HoursSpan[]) => void;
}

const shown = [6, 8, 10, 12, 14, 16, 18, 20, 22];
const share = (minutes: number) => `${(100 * minutes) / minutesADay}%`;

/** The working hours of a week on seven lanes: drawn over with the pointer, or typed at their end. */
export function HoursLanes({ hours, place, places, mayChange, onKeep }: Props) {
  const [edited, setEdited] = useState<HoursSpan[]>();
  const [brush, setBrush] = useState<string | null>(null);
  const [held, setHeld] = useState<{ day: number; from: number; to: number; place: string | null | undefined }>();
  const spans = edited ?? hours ?? [];
  const now = held ? painted(spans, held.day, held.from, held.to, held.place) : spans;

  const sweep = (e: PointerEvent<HTMLDivElement>, day: number) => {
    if (!mayChange || e.button !== 0) return;
    const box = e.currentTarget.getBoundingClientRect();
    const at = (x: number) => Math.max(0, Math.min(minutesADay, Math.round(((x - box.left) / box.width) * (minutesADay / grain)) * grain));
    const begin = at(e.clientX);
    // Drawn from open hours it closes them, from land it opens them.
    const over = spans.find((s) => s.day === day && s.from <= begin && begin < s.to);
    const paint = over && (over.place ?? null) === brush ? undefined : brush;
    let last = { day, from: begin, to: begin, place: paint };
    followPointer({
      move: (m) => {
        const to = at(m.clientX);
        last = { day, from: Math.min(begin, to), to: Math.max(begin, to), place: paint };
        setHeld(last.from < last.to ? last : undefined);
      },
      up: () => {
        setHeld(undefined);
        if (last.from < last.to) setEdited(painted(spans, day, last.from, last.to, paint));
      },
      escape: () => setHeld(undefined),
      cancel: () => setHeld(undefined),
    });
  };

  return (
    <div role="group" aria-label="Working hours of a week">
      <div className="grid grid-cols-[88px_minmax(0,1fr)_minmax(150px,240px)] items-center gap-x-3">
        <span />
        <div className="relative h-5 text-xs text-soft" aria-hidden="true">
          {shown.map((h) => (
            <span key={h} className="absolute -translate-x-1/2" style={{ left: share(h * 60) }}>
              {String(h).padStart(2, "0")}
            </span>
          ))}
        </div>
        <span />
        {weekdays.map((name, i) => (
          <DayLane
            key={name}
            name={name}
            spans={now.filter((s) => s.day === i + 1)}
            text={textOf(now, i + 1)}
            mayChange={mayChange}
            onSweep={(e) => sweep(e, i + 1)}
            onType={(own) => setEdited([...spans.filter((s) => s.day !== i + 1), ...own])}
            day={i + 1}
          />
        ))}
      </div>
      {mayChange && (
        <div className="mt-2 flex flex-wrap items-center gap-x-3 gap-y-1">
          <span className="text-soft">
            Drag to add working hours{" "}
            <Part name="Where" value={brush ? `in ${brush}` : "at the usual place"} width={260}>
              {(close) => (
                <Choices
                  value={brush ?? ""}
                  options={[
                    { value: "", label: place ? `at the usual place, ${place}` : "at the usual place" },
                    ...places.map((p) => ({ value: p, label: p })),
                  ]}
                  onChoose={(value) => {
                    setBrush(value === "" ? null : value);
                    close();
                  }}
                />
              )}
            </Part>
            , drag over them to remove them, or type them.
          </span>
          <span className="ml-auto flex gap-2">
            <Button
              look="plain"
              onClick={() =>
                setEdited([
                  ...[1, 2, 3, 4, 5].flatMap((day) => spans.filter((s) => s.day === 1).map((s) => ({ ...s, day }))),
                  ...spans.filter((s) => s.day > 5),
                ])
              }
            >
              Monday’s from Monday to Friday
            </Button>
            {edited && (
              <>
                <Button look="plain" onClick={() => setEdited(undefined)}>
                  As they were
                </Button>
                <Button
                  look="filled"
                  onClick={() => {
                    onKeep(edited);
                    setEdited(undefined);
                  }}
                >
                  Keep these hours
                </Button>
              </>
            )}
          </span>
        </div>
      )}
    </div>
  );
}

function DayLane({
  name,
  day,
  spans,
  text,
  mayChange,
  onSweep,
  onType,
}: {
  name: string;
  day: number;
  spans: HoursSpan[];
  text: string;
  mayChange: boolean;
  onSweep: (e: PointerEvent<HTMLDivElement>) => void;
  onType: (spans: HoursSpan[]) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const field = useRef<HTMLInputElement>(null);
  const wrong = typed !== undefined && readText(typed, day) === undefined;
  const take = () => {
    const read = typed === undefined ? undefined : readText(typed, day);
    if (!read) return;
    setTyped(undefined);
    if (typed !== text) onType(read);
  };
  return (
    <>
      <span className="font-semibold">{name}</span>
      <div
        onPointerDown={onSweep}
        className={`relative h-7 touch-none border-b-2 border-ink bg-land select-none ${mayChange ? "cursor-crosshair" : ""}`}
      >
        {spans.map((s) => (
          <div
            key={s.from}
            className="pointer-events-none absolute inset-y-0 overflow-hidden bg-water px-1.5 text-xs leading-[26px] whitespace-nowrap text-soft"
            style={{ left: share(s.from), width: share(s.to - s.from) }}
          >
            {s.place}
          </div>
        ))}
      </div>
      {mayChange ? (
        <input
          ref={field}
          aria-label={`Hours of ${name}`}
          aria-invalid={wrong || undefined}
          title={wrong ? "Write them as 08:00-12:30, 13:30-18:00, perhaps with a place after each." : undefined}
          value={typed ?? text}
          placeholder="none"
          onChange={(e) => setTyped(e.target.value)}
          onBlur={take}
          onKeyDown={(e) => {
            if (e.key === "Enter") take();
            if (e.key === "Escape") setTyped(undefined);
          }}
          className={`h-7 min-w-0 border-b bg-transparent outline-none focus-visible:border-b-2 focus-visible:border-sea ${wrong ? "border-b-2 border-brick text-brick" : "border-rule"}`}
        />
      ) : (
        <span className="truncate text-soft">{text || "none"}</span>
      )}
    </>
  );
}
