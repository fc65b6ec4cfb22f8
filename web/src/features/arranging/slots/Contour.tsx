import type { Slots, Zone } from "../../../api/types";
import type { Axis } from "../../../lane/axis";
import { clock, minute } from "../../../lane/time";
import { stepsIn } from "./steps";

interface Props {
  axis: Axis;
  day: { start: number; end: number };
  contour: Slots["contour"];
  everyone: number;
  known: number;
  zone: Zone;
  moment: { start: number; end: number };
}

const height = 62;
/** What its words need at most. */
const labelWidth = 150;

/** How many are free at each moment, as one line of steps; where all are it stands in full colour and says so. */
export function Contour({ axis, day, contour, everyone, known, zone, moment }: Props) {
  const steps = stepsIn(contour, day);
  const most = Math.max(0, ...steps.map((s) => s.free));
  const best = steps.filter((s) => s.free === most);
  const chosen =
    best.find((s) => s.from <= moment.start && moment.start < s.to) ?? best.toSorted((a, b) => b.to - b.from - (a.to - a.from))[0];
  const words = chosen
    ? `${most < known ? `${most} of ${everyone}` : known === everyone ? `all ${everyone}` : `all ${known} known`}, ${clock(zone, chosen.from)} to ${clock(zone, chosen.to)}`
    : "nobody is free this day";
  const labelAt = chosen ? axis.x(chosen.to - day.start) + 6 : 0;
  // Beside what it tells of, on the other side where it would not fit, and above everything where neither does.
  const turned = labelAt > axis.width - labelWidth;
  const before = chosen ? axis.x(chosen.from - day.start) - 6 : 0;
  const stands = !turned || !chosen ? { left: labelAt } : before > labelWidth ? { right: axis.width - before } : { right: 0 };
  return (
    <div className="relative" style={{ height }} role="img" aria-label={`How many are free: ${words}`}>
      {steps.map((s) => {
        const left = axis.x(s.from - day.start);
        const tall = (s.free / everyone) * (height - 6);
        return (
          <div
            key={s.from}
            title={`${s.free} of ${everyone} free, ${clock(zone, s.from)} to ${clock(zone, s.to)}`}
            className={`absolute bottom-0 ${s.free === most && s.to - s.from >= 15 * minute ? "bg-sea" : "bg-sea-wash"}`}
            style={{ left, width: Math.max(1, axis.x(s.to - day.start) - left), height: tall }}
          />
        );
      })}
      <span className="absolute top-0 bg-ground/85 px-0.5 text-[13px] font-semibold whitespace-nowrap text-sea" style={stands}>
        {words}
      </span>
    </div>
  );
}
