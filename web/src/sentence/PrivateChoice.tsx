import { Choices, Part } from "./Part";

interface Props {
  name: string;
  isPrivate: boolean;
  onChange: (next: boolean) => void;
}

/** The word of a sentence that says whether something is private. */
export function PrivateChoice({ name, isPrivate, onChange }: Props) {
  return (
    <Part name={name} value={isPrivate ? "private" : "not private"} width={320}>
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
