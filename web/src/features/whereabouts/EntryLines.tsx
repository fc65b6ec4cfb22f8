import type { ReactNode } from "react";

interface Line {
  entry: string;
  occurrence: string | null;
  title: string;
  when: string;
  /** What is said of it, at the end of its line. */
  end: ReactNode;
}

/** Entries a line each, with the way to the sheet of each. */
export function EntryLines({ lines, onOpen }: { lines: Line[]; onOpen: (entry: string, occurrence: string | null) => void }) {
  return (
    <ul>
      {lines.map((e) => (
        <li key={`${e.entry} ${e.occurrence ?? ""}`} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-0.5">
          <button
            type="button"
            onClick={() => onOpen(e.entry, e.occurrence)}
            className="min-h-8 font-semibold underline-offset-4 hover:underline"
          >
            {e.title}
          </button>
          <span className="text-soft">{e.when}</span>
          <span className="ml-auto text-right">{e.end}</span>
        </li>
      ))}
    </ul>
  );
}
