import { useQuery } from "@tanstack/react-query";
import { actsQuery } from "../api/queries";
import { useChanges } from "./hooks/changes";
import { useKeysState } from "./keys";

const act = "min-h-7 px-1 text-sea underline underline-offset-4";

/** A thin line: what was done last with its undo, else the keys that act now, and at the end what undo takes back. */
export function Foot() {
  const { done, undo, redo } = useChanges();
  const { hints, single, setHelpOpen } = useKeysState();
  const acts = useQuery(actsQuery).data;
  return (
    // In a hand there are no keys to tell of.
    <footer
      className={`no-print flex min-h-[30px] shrink-0 items-center gap-5 overflow-hidden border-t border-rule px-6 text-xs text-soft ${done ? "max-[600px]:min-h-11 max-[600px]:px-4" : "max-[600px]:hidden"}`}
    >
      <div role="status" className="contents">
        {done && (
          <span className={`flex items-center gap-3 text-[13px] font-semibold ${done.wrong ? "text-brick" : "text-ink"}`}>
            {done.words}
            {done.changes && (
              <button type="button" className={act} onClick={undo}>
                Undo, {done.left} s
              </button>
            )}
            {done.wayOn && (
              <button type="button" className={act} onClick={done.wayOn.go}>
                {done.wayOn.words}
              </button>
            )}
            {!done.changes && acts?.redo && !done.wrong && (
              <button type="button" className={act} onClick={redo}>
                Do it again
              </button>
            )}
          </span>
        )}
      </div>
      {!done &&
        single &&
        hints.map((h) => (
          <span key={h.keys} className="whitespace-nowrap">
            <kbd className="mr-1 font-sans font-semibold text-ink">{h.keys}</kbd> {h.does}
          </span>
        ))}
      {!done && (
        <button type="button" className="min-h-7 whitespace-nowrap" onClick={() => setHelpOpen(true)}>
          <kbd className="mr-1 font-sans font-semibold text-ink">?</kbd> all keys
        </button>
      )}
      {/* Beside what was said with nothing of its own to take back stands what was done before. */}
      {(!done || !(done.changes ?? done.wayOn ?? done.wrong)) && <LastDone />}
    </footer>
  );
}

/** What undo takes back, for as long as it can be; where it was sent, the way back. */
function LastDone() {
  const { undo, turnBack } = useChanges();
  const last = useQuery(actsQuery).data?.undo;
  const back = last?.back;
  if (!last || (last.whyNot && !back)) return null;
  return (
    <button
      type="button"
      className="ml-auto min-h-7 min-w-0 truncate px-1 text-[13px] text-sea underline underline-offset-4"
      title={`You ${last.words}`}
      onClick={back ? () => turnBack(back) : undo}
    >
      {back ? back.words : `Undo: you ${last.words}`}
    </button>
  );
}
