import { Choices, Part } from "./Part";

/** The line to those invited, in a sentence. */
export function LinePart({ line, value, onChange }: { line: string; value: string; onChange: (line: string) => void }) {
  return (
    <Part name="A line to those invited" value={value} width={380}>
      {() => (
        <label>
          <span className="text-soft">A line to those invited</span>
          <textarea
            autoFocus
            rows={3}
            maxLength={2000}
            value={line}
            onChange={(e) => onChange(e.target.value)}
            className="mt-1 w-full border border-rule bg-water p-2 text-[14px]"
          />
        </label>
      )}
    </Part>
  );
}

/** Whether those invited are to answer, in a sentence. */
export function AnswersPart({ wanted, onChange }: { wanted: boolean; onChange: (wanted: boolean) => void }) {
  return (
    <Part name="Answers" value={wanted ? "they are asked to answer" : "no answer is asked for"} width={320}>
      {(close) => (
        <Choices
          value={wanted ? "wanted" : "not"}
          options={[
            { value: "wanted", label: "they are asked to answer", note: "agreed when they accept" },
            { value: "not", label: "no answer is asked for", note: "agreed at once" },
          ]}
          onChoose={(v) => {
            onChange(v === "wanted");
            close();
          }}
        />
      )}
    </Part>
  );
}
