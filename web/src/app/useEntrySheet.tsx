import { lazy, Suspense, useState } from "react";

export interface Shown {
  id: string;
  lane: string;
  occurrence: string | null;
}

const EntrySheet = lazy(() => import("./EntrySheet"));

/** The entry that is open beside the board; its sheet comes when the first one is opened. */
export function useEntrySheet() {
  const [shown, setShown] = useState<Shown>();
  return {
    open: (id: string, lane: string, occurrence: string | null) => setShown({ id, lane, occurrence }),
    sheet: shown && (
      <Suspense>
        <EntrySheet shown={shown} onClose={() => setShown(undefined)} />
      </Suspense>
    ),
  };
}
