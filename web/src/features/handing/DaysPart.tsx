import type { DaySheet as Sheet } from "../../api/types";
import { Part } from "../../sentence/Part";

const spans = [
  { days: 1, label: "one day" },
  { days: 2, label: "two days" },
  { days: 5, label: "five days" },
  { days: 7, label: "a week" },
  { days: 14, label: "two weeks" },
];

/** From which day on, and how many. */
export function DaysPart({ sheet, onSet }: { sheet: Sheet; onSet: (change: { from?: string; days?: number }) => void }) {
  const days = sheet.heading.slice(sheet.who.name.length + 2);
  return (
    <Part name="Days" value={days} width={260}>
      {(close) => (
        <>
          <label className="mb-2 block">
            <span className="text-soft">From</span>
            <input
              type="date"
              autoFocus
              defaultValue={sheet.from}
              onChange={(e) => e.target.value && onSet({ from: e.target.value })}
              onKeyDown={(e) => e.key === "Enter" && close()}
              className="h-9 w-full border-b border-ink bg-transparent"
            />
          </label>
          <ul>
            {spans.map((s) => (
              <li key={s.days}>
                <label className="flex min-h-8 items-center gap-2">
                  <input
                    type="radio"
                    name="days"
                    checked={sheet.days === s.days}
                    onChange={() => onSet({ days: s.days })}
                    className="size-4 accent-sea"
                  />
                  {s.label}
                </label>
              </li>
            ))}
          </ul>
        </>
      )}
    </Part>
  );
}
