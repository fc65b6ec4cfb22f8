import type { Slots } from "../../../api/types";
import { weekdayOf } from "../../../lane/time";
import { Row } from "../../../ui/Row";
import { RowStop } from "../../../ui/RowStop";
import { weekOf, type WeekDay } from "./week";

interface Props {
  found: Slots;
  /** The moment that is looked at. */
  at: number;
  everyone: number;
  /** Whether there is anything to look at on a day. */
  mayLook: (day: { start: number; end: number }) => boolean;
  onLook: (day: { start: number; end: number }) => void;
}

/** The week of what is looked at as seven contours; each leads to its day. */
export function WeekContours({ found, at, everyone, mayLook, onLook }: Props) {
  const week = weekOf(found, at);
  if (week.filter((d) => d.day).length < 2) return null;
  return (
    <Row label="Days of the week">
      <ol aria-label="The week" className="grid grid-cols-7 gap-x-1 pb-2">
        {week.map((d) => {
          const { day } = d;
          const slots = day?.slots ?? 0;
          const shape = (
            <>
              <span className="flex min-w-0 items-baseline justify-between gap-x-1 text-xs whitespace-nowrap">
                <span className="font-semibold">
                  {weekdayOf(d.date).slice(0, 2)} {Number(d.date.slice(8))}
                </span>
                {slots > 0 && <span className="max-[899px]:hidden">{inWords(slots)}</span>}
              </span>
              <Shape day={d} everyone={everyone} />
            </>
          );
          const looked = day !== undefined && day.start <= at && at < day.end;
          return (
            <li key={d.date} className="min-w-0">
              {day && mayLook(day) ? (
                <RowStop>
                  <button
                    type="button"
                    aria-label={words(d, everyone)}
                    aria-current={looked ? "date" : undefined}
                    onClick={() => onLook(day)}
                    className={`block w-full cursor-pointer border-b-2 px-1 text-left hover:bg-sea-wash/50 ${looked ? "border-sea text-sea" : "border-transparent text-soft"}`}
                  >
                    {shape}
                  </button>
                </RowStop>
              ) : (
                <div role="img" aria-label={words(d, everyone)} className="border-b-2 border-transparent px-1 text-soft">
                  {shape}
                </div>
              )}
            </li>
          );
        })}
      </ol>
    </Row>
  );
}

function words(d: WeekDay, everyone: number) {
  const name = `${weekdayOf(d.date)} ${Number(d.date.slice(8))}`;
  if (!d.day) return `${name}, outside the days asked`;
  const free =
    d.most === 0
      ? "nobody is free"
      : d.most === everyone
        ? `all ${everyone} are free at once`
        : `at most ${d.most} of ${everyone} are free at once`;
  return `${name}, ${inWords(d.day.slots)}, ${free}`;
}

const inWords = (slots: number) => (slots === 0 ? "no slot" : slots === 1 ? "1 slot" : `${slots} slots`);

/** How many are free through one day, as a small line of steps. */
function Shape({ day: { day, steps }, everyone }: { day: WeekDay; everyone: number }) {
  if (!day) return <span aria-hidden className="block h-6 border-b border-dotted border-rule" />;
  const long = day.end - day.start;
  return (
    <svg aria-hidden viewBox="0 0 100 24" preserveAspectRatio="none" className="block h-6 w-full border-b border-rule">
      {steps.map((s) => (
        <rect
          key={s.from}
          x={(100 * (s.from - day.start)) / long}
          width={(100 * (s.to - s.from)) / long}
          y={24 - (24 * s.free) / everyone}
          height={(24 * s.free) / everyone}
          className={s.free === everyone ? "fill-sea" : "fill-sea-wash"}
        />
      ))}
    </svg>
  );
}
