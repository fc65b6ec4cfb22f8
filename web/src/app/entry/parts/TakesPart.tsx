import { Choices, Part } from "../../../sentence/Part";

export type Takes = "firm" | "pencilled" | "free";

/** How an appointment takes up time. */
export function TakesPart({ value, onChange }: { value: Takes; onChange: (takes: Takes) => void }) {
  return (
    <p className="text-soft">
      It takes the time{" "}
      <Part name="How it takes time" value={value} width={260}>
        {(close) => (
          <Choices<Takes>
            value={value}
            options={[
              { value: "firm", label: "firm", note: "full height" },
              { value: "pencilled", label: "pencilled", note: "half height" },
              { value: "free", label: "free", note: "others may plan over it" },
            ]}
            onChoose={(takes) => {
              onChange(takes);
              close();
            }}
          />
        )}
      </Part>
      .
    </p>
  );
}
