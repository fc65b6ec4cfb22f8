import { lazy, Suspense, useState } from "react";
import type { TimeRequest, Zone } from "../../api/types";
import type { BoardGhost } from "../../lane/board";
import { minute, momentOf } from "../../lane/time";
import type { Draft } from "./edit";

/** A time to which an entry was dragged, with the same in words. */
export interface HandMove {
  start: number;
  end: number;
  words: string;
}

export interface Shown {
  id: string;
  lane: string;
  occurrence: string | null;
  /** A time to which it was dragged, still to be confirmed. */
  move?: HandMove | undefined;
}

/** An appointment that is not there yet. */
export interface Fresh {
  owner: { id: string; name: string };
  /** Wall-clock start in the zone. */
  start: string;
  zone: string;
  minutes: number;
  allDay?: boolean;
  moment?: number;
}

const EntrySheet = lazy(() => import("./EntrySheet"));
const NewSheet = lazy(() => import("./NewSheet"));

/** The entry that is open beside the board; its sheet comes when the first one is opened. */
export function useEntrySheet() {
  const [shown, setShown] = useState<Shown>();
  const [fresh, setFresh] = useState<Fresh>();
  const [draft, setDraft] = useState<Draft>();
  return {
    /** The entry whose sheet is open. */
    shown,
    isOpen: shown !== undefined || fresh !== undefined,
    /** What is being entered, as it stands on its sheet. */
    fresh: fresh && draft ? { owner: fresh.owner.id, time: draft.time, title: draft.title } : undefined,
    open: (id: string, lane: string, occurrence: string | null, move?: HandMove) => {
      setFresh(undefined);
      setShown({ id, lane, occurrence, move });
    },
    add: (entry: Fresh) => {
      setShown(undefined);
      setDraft(undefined);
      setFresh(entry);
    },
    sheet: (
      <Suspense>
        {shown && (
          <EntrySheet
            key={`${shown.id} ${shown.occurrence ?? ""} ${shown.move?.start ?? ""}`}
            shown={shown}
            onClose={() => setShown(undefined)}
            onOpen={(id, occurrence) => setShown({ id, lane: shown.lane, occurrence })}
          />
        )}
        {fresh && (
          <NewSheet key={`${fresh.owner.id} ${fresh.start}`} fresh={fresh} onClose={() => setFresh(undefined)} onDraft={setDraft} />
        )}
      </Suspense>
    ),
  };
}

/** What is being entered, as it is drawn on its lane; nothing where its zone is none of those shown. */
export function ghostOf(fresh: { owner: string; time: TimeRequest; title: string } | undefined, zones: Zone[]): BoardGhost | undefined {
  const zone = fresh && zones.find((z) => z.id === fresh.time.zone);
  if (!fresh || !zone) return undefined;
  const start = momentOf(zone, fresh.time.allDay ? `${fresh.time.start.slice(0, 10)}T00:00` : fresh.time.start);
  const end = start + (fresh.time.allDay ? fresh.time.minutes * 24 * 60 : fresh.time.minutes) * minute;
  return { who: fresh.owner, start, end, words: fresh.title || "not called anything yet" };
}
