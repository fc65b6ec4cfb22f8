import type { InAbsence } from "../../api/types";

/** What stands in the time of an absence; each opens its sheet, where it is answered, moved or cancelled. */
export function Standing({ entries, onOpen }: { entries: InAbsence[]; onOpen: (entry: string, occurrence: string | null) => void }) {
  if (entries.length === 0) return <p className="text-soft">Nothing stands in it.</p>;
  return (
    <div>
      <h3 className="font-semibold">{entries.length === 1 ? "One entry stands in it" : `${entries.length} entries stand in it`}</h3>
      <ul>
        {entries.map((e) => (
          <li key={`${e.entry} ${e.occurrence ?? ""}`} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-0.5">
            <button
              type="button"
              onClick={() => onOpen(e.entry, e.occurrence)}
              className="min-h-8 font-semibold underline-offset-4 hover:underline"
            >
              {e.title}
            </button>
            <span className="text-soft">{e.when}</span>
            <span className="ml-auto">{e.judgement}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
