import type { Zone } from "../../api/types";
import { behindOrAhead, clock, dateText, dayAndMonth } from "../../lane/time";
import { Part } from "../../sentence/Part";
import { ZonePicker } from "../../sentence/ZonePicker";

interface Props {
  zones: Zone[];
  /** Each a zone and the city for which it was asked, "America/Los_Angeles Seattle". */
  rulers: string[];
  now: number;
  onChange: (rulers: string[]) => void;
}

const zoneOf = (ruler: string) => ruler.split(" ")[0];

/** The clocks above the lanes: what each shows now, and which further ones stand there. */
export function RulersPart({ zones, rulers, now, onChange }: Props) {
  const first = zones[0];
  if (!first) return null;
  const words = zones.length === 1 ? `the clock of ${first.label}` : `${zones.length} clocks`;
  return (
    <Part name="Clocks" value={words} width={360}>
      {() => (
        <div className="grid gap-3">
          <ul>
            {zones.map((z) => (
              <li key={z.id} className="flex min-h-8 items-center gap-2 border-b border-rule">
                <span className="font-semibold">{z.label}</span>
                <span className="text-soft">{behindOrAhead(z, first, now)}</span>
                <span className="ml-auto">
                  {clock(z, now)}
                  {dateText(z, now) !== dateText(first, now) && <span className="text-soft">, {dayAndMonth(dateText(z, now))}</span>}
                </span>
                {rulers.some((r) => zoneOf(r) === z.id) && (
                  <button
                    type="button"
                    aria-label={`Remove the clock of ${z.label}`}
                    className="min-h-8 px-1 text-soft underline underline-offset-4 hover:text-brick"
                    onClick={() => onChange(rulers.filter((r) => zoneOf(r) !== z.id))}
                  >
                    remove
                  </button>
                )}
              </li>
            ))}
          </ul>
          <ZonePicker
            label="Another clock"
            at={now}
            onChoose={(z) => zones.every((o) => o.id !== z.id) && onChange([...rulers, `${z.id} ${z.label}`])}
          />
        </div>
      )}
    </Part>
  );
}
