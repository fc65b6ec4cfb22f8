import type { Person } from "../../api/types";
import { addDays, dayAndMonth } from "../../lane/time";
import { ChoicePart } from "../../sentence/ChoicePart";
import { Part } from "../../sentence/Part";
import { ZonePicker } from "../../sentence/ZonePicker";
import { Button } from "../../ui/Button";
import { forms, mosts, spans, type Wanted } from "./letter";

interface Props {
  who: Person;
  today: string;
  wanted: Wanted;
  onChange: (part: Partial<Wanted>) => void;
}

/** From when on, how much of it, how it is written and in whose times; private entries and papers only where that is chosen. */
export function LetterSentence({ who, today, wanted, onChange }: Props) {
  const { from, days, most, form, zone } = wanted;
  return (
    <>
      <p className="font-serif text-[19px] leading-8">
        {"From "}
        <Part name="From" value={from === today ? "today" : dayAndMonth(from)} width={240}>
          {(close) => (
            <label className="block">
              <span className="text-soft">From</span>
              <input
                type="date"
                autoFocus
                defaultValue={from}
                onChange={(e) => e.target.value && onChange({ from: e.target.value })}
                onKeyDown={(e) => e.key === "Enter" && close()}
                className="h-9 w-full border-b border-ink bg-transparent"
              />
              <Button
                look="plain"
                className="mt-2"
                onClick={() => {
                  onChange({ from: addDays(today, 1) });
                  close();
                }}
              >
                Tomorrow
              </Button>
            </label>
          )}
        </Part>
        {" on, "}
        <ChoicePart name="How long" options={spans} value={days} onChoose={(value) => onChange({ days: value })} />
        {", "}
        {form !== "freeTimes" && (
          <>
            <ChoicePart name="How much" options={mosts} value={most} onChoose={(value) => onChange({ most: value })} />
            {", "}
          </>
        )}
        <ChoicePart name="Written" options={forms} value={form} onChoose={(value) => onChange({ form: value })} />
        {", in the times of "}
        <Part name="Zone" value={zone?.city ?? who.town} width={320}>
          {(close) => (
            <ZonePicker
              label="A city"
              onChoose={(z) => {
                onChange({ zone: { id: z.id, city: z.label } });
                close();
              }}
            />
          )}
        </Part>
        .
      </p>
      {form !== "freeTimes" && most !== "outline" && (
        <Along checked={wanted.isPrivate} onChange={(isPrivate) => onChange({ isPrivate })}>
          With private entries; without this each reads “Private”
        </Along>
      )}
      {form !== "freeTimes" && most === "everything" && (
        <Along checked={wanted.papers} onChange={(papers) => onChange({ papers })}>
          With the papers themselves; without this they stand by name
        </Along>
      )}
    </>
  );
}

function Along({ checked, onChange, children }: { checked: boolean; onChange: (checked: boolean) => void; children: string }) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input type="checkbox" checked={checked} onChange={(e) => onChange(e.target.checked)} className="size-4 accent-sea" />
      {children}
    </label>
  );
}
