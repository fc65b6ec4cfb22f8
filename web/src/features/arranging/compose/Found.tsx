import { ArrangeBoard } from "../ArrangeBoard";
import { HoldPart } from "../HoldPart";
import { opened } from "../slots/openings";
import { PanelList } from "../slots/PanelList";
import { SlotList } from "../slots/SlotList";
import type { Composed } from "./useComposed";

interface Props {
  composed: Composed;
  /** Offers the times chosen to be held; undefined where that cannot be. */
  onOffer: (() => void) | undefined;
}

/** The list that answers what is said, and everyone's lanes beside it. */
export function Found({ composed, onOffer }: Props) {
  const { desk, written, attempts, searched, times, doing } = composed;
  const { draft } = written;
  const { ready, slots, found, zone, start, room, panel, chosen, onBoard } = searched;
  const { edit, pick, day } = times;
  return (
    <div className="grid flex-1 gap-x-6 min-[900px]:min-h-0 px-6 pt-3 min-[900px]:grid-cols-[330px_minmax(0,1fr)]">
      {panel.on ? (
        <PanelList panel={panel} onAsPlanned={times.asPlanned} />
      ) : (
        <SlotList
          slots={found}
          ready={ready}
          busy={slots.isFetching}
          start={start}
          onPick={pick}
          room={room}
          soonest={searched.soonest}
          onSoonest={searched.setSoonest}
          holding={draft.holding}
          onHolding={(holding) => written.change({ holding: holding.sort((a, b) => a - b) })}
          mayOpen={(by) => opened(draft, by) !== undefined}
          onOpen={(by) => edit(opened(draft, by) ?? {})}
          turn={draft.turn?.then}
          onTurn={(turn) => edit({ start: turn.start, turn })}
          holds={
            <HoldPart
              draft={draft}
              zone={zone}
              now={desk.now}
              busy={attempts.busy}
              onHold={doing.place}
              onRelease={doing.release}
              onOffer={onOffer}
            />
          }
        />
      )}
      {found && onBoard ? (
        <ArrangeBoard
          found={found}
          zone={zone}
          now={desk.now}
          moment={onBoard}
          chosen={chosen}
          plan={room.plan}
          panel={panel}
          onPick={pick}
          onDay={day}
          mayLook={times.mayLook}
          onLook={times.lookAt}
        />
      ) : (
        <p className="pt-8 text-soft">{ready ? "" : "The lanes of those invited stand here as soon as somebody is."}</p>
      )}
    </div>
  );
}
