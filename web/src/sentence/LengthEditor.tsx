import { useId } from "react";
import { lengthText, minute } from "../lane/time";
import { FieldError } from "../ui/Field";
import { Choices } from "./Part";

const lengths = [10, 15, 20, 30, 45, 60, 75, 90, 120, 180];

/** How long something takes: one of the usual lengths, or so many minutes. */
export function LengthEditor({
  minutes,
  wrong,
  onChange,
  onDone,
}: {
  minutes: number;
  wrong?: string | undefined;
  onChange: (minutes: number) => void;
  onDone: () => void;
}) {
  const id = useId();
  return (
    <div className="grid gap-2">
      <Choices
        value={minutes}
        options={lengths.map((l) => ({ value: l, label: lengthText(l * minute) }))}
        onChoose={(l) => {
          onChange(l);
          onDone();
        }}
      />
      <label htmlFor={id} className="text-soft">
        Or minutes
      </label>
      <input
        id={id}
        type="number"
        min={5}
        max={1440}
        step={5}
        defaultValue={minutes}
        aria-invalid={wrong ? true : undefined}
        onKeyDown={(e) => {
          if (e.key !== "Enter") return;
          e.preventDefault();
          onDone();
        }}
        onChange={(e) => Number.isFinite(e.target.valueAsNumber) && onChange(Math.round(e.target.valueAsNumber))}
        className="h-9 border-b border-ink bg-transparent text-[15px]"
      />
      {wrong && <FieldError>{wrong}</FieldError>}
    </div>
  );
}
