import { Choices, Part } from "./Part";

/** A part of a sentence that is one of a few. */
export function ChoicePart<T extends string | number>({
  name,
  options,
  value,
  onChoose,
}: {
  name: string;
  options: { value: T; label: string }[];
  value: T;
  onChoose: (value: T) => void;
}) {
  return (
    <Part name={name} value={options.find((o) => o.value === value)?.label ?? ""} width={280}>
      {(close) => (
        <Choices
          options={options}
          value={value}
          onChoose={(chosen) => {
            onChoose(chosen);
            close();
          }}
        />
      )}
    </Part>
  );
}
