import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { watchQuery } from "../../api/queries";
import type { NeedsLook } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useWatched } from "../../app/hooks/live";
import { isConcern, useConcern, type ConcernRow } from "../../app/hooks/useConcern";
import { ConcernWays } from "../../app/parts/ConcernWays";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { ConcernLine } from "./ConcernLine";
import { LookAheads } from "./LookAheads";

/** What needs a look before it goes wrong, over all calendars that one keeps. */
export function Watch() {
  const watch = useQuery(watchQuery);
  return watch.data ? <Looked data={watch.data} /> : <Wait query={watch}>Looking over the calendars…</Wait>;
}

function Looked({ data }: { data: NeedsLook }) {
  const sheet = useEntrySheet();
  const acts = useConcern(sheet);
  const [chosen, setChosen] = useState(0);
  const rows = data.rows.filter(isConcern);
  const at = Math.min(chosen, rows.length - 1);
  const row = rows[at];
  const first = (r: ConcernRow) => r.watch.ways[0];
  useWatched(data.of.map((p) => p.id));
  useKeys(
    {
      j: () => setChosen(Math.min(rows.length - 1, at + 1)),
      k: () => setChosen(Math.max(0, at - 1)),
      Enter: () => {
        if (document.activeElement && document.activeElement !== document.body) return;
        const way = row && first(row);
        if (row && way) acts.go(row, way);
      },
    },
    [
      { keys: "J K", does: "along the list" },
      { keys: "Enter", does: "open the chosen" },
      { keys: "Z", does: "undo what you did last" },
    ],
  );
  return (
    <div className="px-6 pb-6">
      <h1 className="pt-3 pb-2.5">
        <span className="mr-4 font-serif text-[27px] leading-8">Needs a look</span>
        <span className="text-[14px] text-soft">{data.lead}</span>
      </h1>
      {rows.length === 0 ? (
        <p className="border-t border-rule py-6 text-soft">
          Clashes, journeys, rooms, absences, clocks that change: what goes wrong on the calendars you keep appears here by itself.
        </p>
      ) : (
        <ul aria-label="What needs a look" className="border-t border-rule">
          {rows.map((r, i) => (
            <ConcernLine key={r.key} row={r} chosen={i === at} onChoose={() => setChosen(i)}>
              <ConcernWays row={r} chosen={i === at} acts={acts} />
            </ConcernLine>
          ))}
        </ul>
      )}
      {data.dismissed.length > 0 && (
        <>
          <h2 className="pt-6 pb-1 text-[15px] font-semibold">Dismissed, until something about it changes</h2>
          <ul aria-label="Dismissed" className="border-t border-rule">
            {data.dismissed.filter(isConcern).map((r) => (
              <ConcernLine key={r.key} row={r} chosen={false}>
                <Button look="plain" aria-label={`Show “${r.title}” again`} onClick={() => acts.show(r)}>
                  Show again
                </Button>
              </ConcernLine>
            ))}
          </ul>
        </>
      )}
      {data.of.length > 0 && <LookAheads data={data} />}
      {sheet.sheet}
    </div>
  );
}
