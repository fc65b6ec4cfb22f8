import { Choices, Part } from "./Part";

interface LineProps {
  line: string;
  value: string;
  quiet?: string | undefined;
  onChange: (line: string) => void;
}

/** The message to those invited, in a sentence. */
export function LinePart({ line, value, quiet, onChange }: LineProps) {
  return (
    <Part name="Message to those invited" value={value} quiet={quiet} width={380}>
      {() => (
        <label>
          <span className="text-soft">Message to those invited</span>
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
    <Part name="Answers" value={wanted ? "a reply is wanted" : "no reply wanted"} width={320}>
      {(close) => (
        <Choices
          value={wanted ? "wanted" : "not"}
          options={[
            { value: "wanted", label: "a reply is wanted", note: "agreed when they accept" },
            { value: "not", label: "no reply wanted", note: "agreed at once" },
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
