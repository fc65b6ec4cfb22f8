import type { CalendarChoice } from "../api/types";
import { Choices, Part } from "./Part";

interface Props {
  name?: string;
  value: string;
  choices: CalendarChoice[];
  onChoose: (id: string) => void;
}

/** One of somebody's own calendars. */
export function CalendarPart({ name = "Calendar", value, choices, onChoose }: Props) {
  return (
    <Part name={name} value={choices.find((c) => c.id === value)?.name ?? "another calendar"} width={340}>
      {(close) => (
        <Choices<string>
          value={value}
          options={choices.map((c) => ({ value: c.id, label: c.name, ...(c.note ? { note: c.note } : {}) }))}
          onChoose={(id) => {
            onChoose(id);
            close();
          }}
        />
      )}
    </Part>
  );
}
