import { dayAndMonth } from "../lane/time";
import { Part } from "./Part";

/** A day in a sentence; where none need be said, it can be left open. */
export function DatePart({
  name,
  value,
  open,
  wrong,
  onChange,
}: {
  name: string;
  /** yyyy-mm-dd, or empty where none is said. */
  value: string;
  /** What stands there while none is said; without it a day there must be. */
  open?: string;
  wrong?: string | undefined;
  onChange: (date: string) => void;
}) {
  return (
    <Part name={name} value={value ? dayAndMonth(value) : (open ?? "a day")} empty={!value && !open} wrong={wrong} width={240}>
      {(close) => (
        <>
          <label className="block">
            <span className="text-soft">{name}</span>
            <input
              type="date"
              autoFocus
              defaultValue={value}
              onChange={(e) => (e.target.value || open) && onChange(e.target.value)}
              onKeyDown={(e) => e.key === "Enter" && close()}
              className="h-9 w-full border-b border-ink bg-transparent"
            />
          </label>
          {open && value && (
            <button
              type="button"
              className="mt-2 min-h-8 underline"
              onClick={() => {
                onChange("");
                close();
              }}
            >
              {open}
            </button>
          )}
        </>
      )}
    </Part>
  );
}
