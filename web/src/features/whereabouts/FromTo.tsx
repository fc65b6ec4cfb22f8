import { Part } from "../../sentence/Part";

interface Props {
  name: string;
  words: string;
  /** "09:00", or empty. */
  value: { from: string; to: string };
  labels: { from: string; to: string };
  /** What it is where neither is said, "Whole days". */
  whole: string;
  onChange: (part: { from?: string; to?: string }) => void;
}

/** Two times of day in a sentence, either of which may be left out. */
export function FromTo({ name, words, value, labels, whole, onChange }: Props) {
  return (
    <Part name={name} value={words} width={280}>
      {(close) => (
        <>
          <div className="flex gap-4">
            {(["from", "to"] as const).map((end) => (
              <label key={end} className="block flex-1">
                <span className="text-soft">{labels[end]}</span>
                <input
                  type="time"
                  autoFocus={end === "from"}
                  value={value[end]}
                  onChange={(e) => onChange({ [end]: e.target.value })}
                  onKeyDown={(e) => e.key === "Enter" && close()}
                  className="h-9 w-full border-b border-ink bg-transparent"
                />
              </label>
            ))}
          </div>
          <button
            type="button"
            className="mt-2 min-h-8 underline"
            onClick={() => {
              onChange({ from: "", to: "" });
              close();
            }}
          >
            {whole}
          </button>
        </>
      )}
    </Part>
  );
}
