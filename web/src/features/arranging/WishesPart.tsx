import type { Person, Wishes } from "../../api/types";
import { minuteOf, noWishes, wishWords } from "../../app/parts/wishes";
import { lengthText, minute, timeOf, weekdays } from "../../lane/time";
import { cityOf } from "../../lane/words";
import { Part } from "../../sentence/Part";
import { ZonePicker } from "../../sentence/ZonePicker";
import { Button } from "../../ui/Button";
import type { Draft } from "./draft";
import { KeptWishes } from "./KeptWishes";

interface Props {
  draft: Draft;
  /** The writer's zone. */
  zone: string;
  organiser: Person;
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

const around = [0, 5, 10, 15, 30, 60];
const near = [0, 15, 30, 60, 120];
const field = "h-9 border-b border-ink bg-transparent text-[15px]";

/** What is wished of a free slot besides that everyone can come. */
export function WishesPart({ draft, zone, organiser, wrong, onEdit }: Props) {
  const { wishes } = draft;
  const words = wishWords(wishes);
  const wish = (part: Partial<Wishes>) => onEdit({ wishes: { ...wishes, ...part } });
  const time = (label: string, of: "from" | "to") => (
    <label className="grid">
      <span className="text-soft">{label}</span>
      <input
        type="time"
        step={300}
        value={wishes[of] === null ? "" : timeOf(wishes[of])}
        onChange={(e) => wish({ [of]: minuteOf(e.target.value) })}
        className={field}
      />
    </label>
  );
  return (
    <Part name="Wishes" value={words} quiet={words === "" ? "wishes" : undefined} wrong={wrong} width={400}>
      {() => (
        <div className="grid gap-3">
          <fieldset>
            <legend className="text-soft">Not on</legend>
            <div className="flex flex-wrap gap-x-3">
              {weekdays.map((name, i) => (
                <label key={name} className="flex min-h-8 items-center gap-1.5">
                  <input
                    type="checkbox"
                    autoFocus={i === 0}
                    checked={wishes.notOn.includes(i + 1)}
                    onChange={(e) => wish({ notOn: e.target.checked ? [...wishes.notOn, i + 1] : wishes.notOn.filter((d) => d !== i + 1) })}
                    className="size-4 accent-sea"
                  />
                  {name}
                </label>
              ))}
            </div>
          </fieldset>
          <div className="grid grid-cols-2 gap-3">
            {time("Not before", "from")}
            {time("Over by", "to")}
          </div>
          {wishes.from !== null && wishes.to !== null && wishes.to <= wishes.from && (
            <p role="alert" className="text-brick">
              It would end before it starts.
            </p>
          )}
          <div>
            <ZonePicker
              label={`By the clock of ${cityOf(wishes.zone ?? zone)}; of another place`}
              at={draft.start}
              onChoose={(z) => wish({ zone: z.id === zone ? null : z.id })}
            />
          </div>
          <label className="flex items-center justify-between gap-3">
            Free before and after it
            <select value={wishes.around} onChange={(e) => wish({ around: Number(e.target.value) })} className={field}>
              {around.map((a) => (
                <option key={a} value={a}>
                  {a === 0 ? "not needed" : `${a} minutes`}
                </option>
              ))}
            </select>
          </label>
          <label className="flex min-h-8 items-center gap-1.5">
            <input
              type="checkbox"
              checked={wishes.lunch}
              onChange={(e) => wish({ lunch: e.target.checked })}
              className="size-4 accent-sea"
            />
            Everyone keeps 45 minutes of lunch between 12:00 and 13:30
          </label>
          <label className="flex min-h-8 items-center gap-1.5">
            <input
              type="checkbox"
              checked={wishes.atUsualPlaces ?? false}
              onChange={(e) => wish({ atUsualPlaces: e.target.checked })}
              className="size-4 accent-sea"
            />
            Everyone is at their usual place
          </label>
          <label className="flex items-center justify-between gap-3">
            {`Near what ${organiser.givenName} has already`}
            <select value={wishes.together ?? 0} onChange={(e) => wish({ together: Number(e.target.value) })} className={field}>
              {near.map((n) => (
                <option key={n} value={n}>
                  {n === 0 ? "not needed" : `within ${lengthText(n * minute)}`}
                </option>
              ))}
            </select>
          </label>
          {words !== "" && (
            <p>
              <Button onClick={() => onEdit({ wishes: noWishes })}>No wishes</Button>
            </p>
          )}
          <KeptWishes of={organiser} />
        </div>
      )}
    </Part>
  );
}
