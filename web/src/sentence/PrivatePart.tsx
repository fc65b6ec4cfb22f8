import { Choices, Part } from "./Part";

/** Who may read an entry. */
export function PrivatePart({ isPrivate, onChange }: { isPrivate: boolean; onChange: (isPrivate: boolean) => void }) {
  return (
    <Part name="Who may read it" value={isPrivate ? "private" : "not private"} width={320}>
      {(close) => (
        <Choices
          value={isPrivate ? "private" : "open"}
          options={[
            { value: "open", label: "not private", note: "read as far as grants go" },
            { value: "private", label: "private", note: "others see taken time" },
          ]}
          onChoose={(v) => {
            onChange(v === "private");
            close();
          }}
        />
      )}
    </Part>
  );
}
