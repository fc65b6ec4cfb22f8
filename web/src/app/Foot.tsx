import { useChanges } from "./changes";
import { useKeysState } from "./keys";

/** A thin line: what was done last with its undo, else the keys that act now. */
export function Foot() {
  const { done, undo, redo, canRedo } = useChanges();
  const { hints, single, setHelpOpen } = useKeysState();
  return (
    // In a hand there are no keys to tell of.
    <footer
      className={`no-print flex min-h-[30px] shrink-0 items-center gap-5 overflow-hidden border-t border-rule px-6 text-xs text-soft ${done ? "max-[600px]:min-h-11 max-[600px]:px-4" : "max-[600px]:hidden"}`}
    >
      <div role="status" className="contents">
        {done && (
          <span className={`flex items-center gap-3 text-[13px] font-semibold ${done.wrong ? "text-brick" : "text-ink"}`}>
            {done.words}
            {done.undoable && (
              <button type="button" className="min-h-7 px-1 text-sea underline underline-offset-4" onClick={undo}>
                Undo, {done.left} s
              </button>
            )}
            {done.wayOn && (
              <button type="button" className="min-h-7 px-1 text-sea underline underline-offset-4" onClick={done.wayOn.go}>
                {done.wayOn.words}
              </button>
            )}
            {!done.undoable && canRedo && !done.wrong && (
              <button type="button" className="min-h-7 px-1 text-sea underline underline-offset-4" onClick={redo}>
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
    </footer>
  );
}
