import { lazy, Suspense, useState } from "react";

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
  return {
    open: (id: string, lane: string, occurrence: string | null, move?: HandMove) => {
      setFresh(undefined);
      setShown({ id, lane, occurrence, move });
    },
    add: (entry: Fresh) => {
      setShown(undefined);
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
        {fresh && <NewSheet key={`${fresh.owner.id} ${fresh.start}`} fresh={fresh} onClose={() => setFresh(undefined)} />}
      </Suspense>
    ),
  };
}
