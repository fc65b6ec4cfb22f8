import { Link } from "@tanstack/react-router";
import { useEffect, useRef, useState, type ReactNode } from "react";
import type { Opening, Slot, Slots, Turn } from "../../../api/types";
import { Flag } from "../../../lane/Flag";
import { Button } from "../../../ui/Button";
import { Tone } from "../../../ui/Tone";
import { LittleFits } from "./LittleFits";
import type { Room } from "./useRoom";

interface Props {
  slots: Slots | undefined;
  ready: boolean;
  busy: boolean;
  start: number | undefined;
  onPick: (start: number) => void;
  /** What could be moved where little fits. */
  room: Room;
  /** Whether the soonest stand first, and not the best. */
  soonest: boolean;
  onSoonest: (soonest: boolean) => void;
  /** The starts chosen to be held. */
  holding: number[];
  onHolding: (starts: number[]) => void;
  /** Whether the draft can be made different as an opening says. */
  mayOpen: (by: Opening) => boolean;
  onOpen: (by: Opening) => void;
  /** When the other of two begins that take turns, where some do. */
  turn: number | undefined;
  onTurn: (turn: Turn) => void;
  /** What is held, under the list. */
  holds: ReactNode;
}

const firstShown = 12;

/** The free slots, best first, each with everyone's own hour and why it ranks there. */
export function SlotList({
  slots,
  ready,
  busy,
  start,
  onPick,
  room,
  soonest,
  onSoonest,
  holding,
  onHolding,
  mayOpen,
  onOpen,
  turn,
  onTurn,
  holds,
}: Props) {
  const [all, setAll] = useState(false);
  const list = useRef<HTMLDivElement>(null);
  const chosen = slots?.slots.findIndex((s) => s.start === start) ?? -1;
  useEffect(() => {
    list.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: "nearest" });
  }, [start]);
  if (!ready)
    return (
      <section aria-label="Free slots">
        <h2 className="text-[15px] font-semibold">Free slots</h2>
        <p className="mt-2 text-soft">Say who must come, and the free slots stand here, best first.</p>
      </section>
    );
  const shown = slots?.slots.slice(0, all || chosen >= firstShown ? undefined : firstShown) ?? [];
  return (
    <section aria-label="Free slots" aria-busy={busy} className="flex flex-col min-[900px]:min-h-0">
      <h2 className="flex items-baseline justify-between border-b border-rule pb-1.5">
        <span className="text-[15px] font-semibold">
          {!slots
            ? busy
              ? "Looking for free slots…"
              : "Free slots"
            : slots.total === 0
              ? "No free slot"
              : slots.total === 1
                ? "1 free slot"
                : `${slots.total} free slots`}
        </span>
        <span className="flex items-baseline gap-2 text-soft">
          {busy && <span>looking again</span>}
          {slots && slots.total > 1 && (
            <label>
              <span className="sr-only">Order</span>
              <select
                value={soonest ? "soonest" : "best"}
                onChange={(e) => onSoonest(e.target.value === "soonest")}
                className="h-7 bg-transparent text-right"
              >
                <option value="best">best for all first</option>
                <option value="soonest">soonest first</option>
              </select>
            </label>
          )}
        </span>
      </h2>
      <div ref={list} className="-mx-3 min-[900px]:min-h-40 min-[900px]:flex-[1_1_0] min-[900px]:overflow-auto" tabIndex={-1}>
        <ul>
          {slots?.daysOff.map((d) => (
            <li key={d} className="border-b border-rule px-3 py-1 text-[12.5px] text-brass">
              {d}
            </li>
          ))}
          {shown.map((slot) => (
            <li key={slot.start} className="group relative border-b border-rule">
              <button
                type="button"
                aria-pressed={slot.start === start}
                onClick={() => onPick(slot.start)}
                className={`block w-full px-3 py-2 text-left ${slot.start === start ? "bg-water" : "hover:bg-water/50"}`}
              >
                <span className="flex items-baseline justify-between gap-2">
                  <span className="font-semibold">{slot.when}</span>
                  <Tone tone={slot.tone}>{slot.verdict}</Tone>
                </span>
                {slots && <LocalRule slot={slot} slots={slots} />}
                {slots && slot.start === start && slots.zones.length > 1 && <span className="block">{localWords(slot, slots)}</span>}
                <span className="block pr-14 text-soft">{slot.reason}</span>
              </button>
              <label
                className={`absolute right-3 bottom-1 flex min-h-8 items-center gap-1.5 text-soft ${holding.includes(slot.start) || slot.start === start ? "" : "opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"}`}
              >
                <input
                  type="checkbox"
                  aria-label={`Hold ${slot.when}`}
                  checked={holding.includes(slot.start)}
                  onChange={(e) => onHolding(e.target.checked ? [...holding, slot.start] : holding.filter((h) => h !== slot.start))}
                  className="size-4 accent-sea"
                />
                hold
              </label>
            </li>
          ))}
          {!slots && !busy && <li className="px-3 py-3">They could not be looked for; what is wrong stands above.</li>}
          {slots && slots.total === 0 && <li className="border-b border-rule px-3 py-2">{slots.summary}</li>}
          {slots && shown.length < slots.slots.length && (
            <li className="px-3 py-1">
              <Button look="plain" className="-ml-3" onClick={() => setAll(true)}>
                Show {slots.slots.length - shown.length} more
              </Button>
            </li>
          )}
          {slots && shown.length === slots.slots.length && slots.total > 0 && slots.summary && (
            <li className="px-3 py-2 text-soft">{slots.summary}</li>
          )}
          {slots && shown.length === slots.slots.length && slots.total > 1 && !soonest && (
            <li className="px-3 py-2">
              <Link to="/weights" className="text-soft underline underline-offset-4">
                How free slots are weighed
              </Link>
            </li>
          )}
        </ul>
        {slots && (
          <LittleFits
            near={slots.near}
            room={room}
            openings={slots.openings.filter(mayOpen)}
            turns={slots.turns}
            turn={turn}
            onTurn={onTurn}
            start={start}
            onPick={onPick}
            onOpen={onOpen}
          />
        )}
      </div>
      {holds}
    </section>
  );
}

/** "Desmond 09:00, Lakshmi 17:30": everyone’s own hour. */
const localWords = (slot: Slot, slots: Slots) =>
  slot.plants.map((p) => `${slots.people.find((x) => x.who.id === p.person)?.who.givenName ?? ""} ${p.local}`).join(", ");

/** One local day on which every flag is planted at its own hour. */
function LocalRule({ slot, slots }: { slot: Slot; slots: Slots }) {
  const from = 6 * 60;
  const to = 22 * 60;
  const at = (minutes: number) => `${(100 * (Math.min(Math.max(minutes, from), to) - from)) / (to - from)}%`;
  const words = localWords(slot, slots);
  // Flags at one hour share a staff, one below the other.
  const seen = new Map<number, number>();
  return (
    <span className="relative mt-1 mb-1 block h-[32px]" role="img" aria-label={words} title={words}>
      <span className="absolute inset-x-0 bottom-0 h-[9px] border-b border-ink bg-land" />
      <span
        className="absolute bottom-0 h-[9px] border-b border-ink bg-water"
        style={{ left: at(8 * 60), width: `calc(${at(18 * 60)} - ${at(8 * 60)})` }}
      />
      {slot.plants.map((p) => {
        const who = slots.people.find((x) => x.who.id === p.person)?.who;
        const beside = seen.get(p.minute) ?? 0;
        seen.set(p.minute, beside + 1);
        return who ? (
          <span key={p.person} className="absolute bottom-0" style={{ left: at(p.minute) }}>
            <Flag flag={who.flag} height={Math.max(10, 28 - beside * 6)} />
          </span>
        ) : null;
      })}
    </span>
  );
}
