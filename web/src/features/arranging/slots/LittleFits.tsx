import type { NearMiss, Opening, Turn } from "../../../api/types";
import { Offered, OfferedHead } from "./Offered";
import type { Room } from "./useRoom";

interface Props {
  near: NearMiss[];
  room: Room;
  openings: Opening[];
  turns: Turn[];
  /** When the other of two begins that take turns, where some do. */
  turn: number | undefined;
  onTurn: (turn: Turn) => void;
  start: number | undefined;
  onPick: (start: number) => void;
  onOpen: (by: Opening) => void;
}

/** Where little fits: the times that come nearest, what could be moved to make one free, and what would open most. */
export function LittleFits({ near, room, openings, turns, turn, onTurn, start, onPick, onOpen }: Props) {
  return (
    <>
      {near.length > 0 && (
        <section aria-labelledby="nearest">
          <OfferedHead id="nearest">Nearest</OfferedHead>
          <ul>
            {near.map((n) => (
              <Offered key={n.start} {...n} chosen={n.start === start && !room.plan && turn === undefined} onPick={() => onPick(n.start)} />
            ))}
          </ul>
        </section>
      )}
      {(room.plans.length > 0 || room.looking) && (
        <section aria-labelledby="make-room" aria-busy={room.looking}>
          <OfferedHead id="make-room">Make room</OfferedHead>
          {room.plans.length === 0 && <p className="px-3 py-1 text-soft">Looking for what could be moved…</p>}
          <ul>
            {room.plans.map((p) => (
              <Offered key={p.start} {...p} tone="fits" chosen={p === room.plan} onPick={() => onPick(p.start)} />
            ))}
          </ul>
        </section>
      )}
      {turns.length > 0 && (
        <section aria-labelledby="turns">
          <OfferedHead id="turns">By turns</OfferedHead>
          <ul>
            {turns.map((t) => (
              <Offered key={t.start} {...t} chosen={t.start === start && t.then === turn} onPick={() => onTurn(t)} />
            ))}
          </ul>
        </section>
      )}
      {openings.length > 0 && (
        <section aria-labelledby="openings" className="pb-2">
          <OfferedHead id="openings">What would open most</OfferedHead>
          <ul>
            {openings.map((o) => (
              <li key={o.words}>
                <button
                  type="button"
                  onClick={() => onOpen(o)}
                  className="flex min-h-8 w-full items-baseline gap-2 px-3 py-1 text-left hover:bg-water/50"
                >
                  <span className="min-w-8 font-semibold text-sea tabular-nums">{o.slots}</span>
                  <span className="underline decoration-1 underline-offset-4">{o.words}</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
