import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { lanesQuery } from "../../api/queries";
import type { Chosen, Panel, RoomPlan, Slots, Zone } from "../../api/types";
import { useWatched } from "../../app/hooks/live";
import { useSize } from "../../app/hooks/useSize";
import type { BoardRow } from "../../lane/board";
import { LaneBoard } from "../../lane/LaneBoard";
import { dateText } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Contour } from "./slots/Contour";
import { PanelOnBoard } from "./slots/PanelOnBoard";
import { RoomOnBoard } from "./slots/RoomOnBoard";
import { rowsOf, zonesApart } from "./slots/rows";
import { Stretch } from "./slots/Stretch";
import { WeekContours } from "./slots/WeekContours";

interface Props {
  found: Slots;
  zone: Zone;
  now: number;
  moment: { start: number; end: number };
  chosen: Chosen | undefined;
  /** What would be moved for the stretch. */
  plan: RoomPlan | undefined;
  /** Those who are met one after another, and who of them is looked at. */
  panel: { plan: Panel | undefined; who: string | undefined };
  onPick: (start: number) => void;
  onDay: (by: number) => void;
  /** Whether there is anything to look at on a day of the week. */
  mayLook: (day: { start: number; end: number }) => boolean;
  onLook: (day: { start: number; end: number }) => void;
}

/** Everyone's lanes on the chosen day under the contour of how many are free; the stretch is dragged over them. */
export function ArrangeBoard({ found, zone, now, moment, chosen, plan, panel, onPick, onDay, mayLook, onLook }: Props) {
  const [area, height] = useSize();
  const day = found.days.find((d) => d.start <= moment.start && moment.start < d.end);
  const ids = found.people.filter((p) => !p.who.id.includes("@")).map((p) => p.who.id);
  const lanes = useQuery(lanesQuery(ids, day?.date ?? dateText(zone, moment.start), "day"));
  useWatched(ids);
  const shown = lanes.data?.days[0];
  // The lanes come first; one other zone stands in any case.
  const spare = Math.floor((height - 92 - found.people.length * 46) / 20);
  const rulers = zonesApart(found.zones, zone, moment.start, Math.max(1, Math.min(3, spare)));
  const everyone = found.people.filter((p) => !p.counted).length;

  const rows = useMemo<BoardRow[]>(
    () =>
      shown
        ? rowsOf(
            found,
            shown,
            [...(panel.plan?.placed ?? []), ...(panel.plan?.leftOut ?? [])].map((p) => p.who.id),
          )
        : [],
    [found, shown, panel.plan],
  );

  if (!shown || !day) return <p className="pt-8 text-soft">{lanes.error ? "The lanes could not be read." : "Reading the lanes…"}</p>;
  return (
    <section aria-label="Everyone’s lanes" className="flex min-w-0 flex-col max-[899px]:pt-4 min-[900px]:min-h-0">
      {found.scarce && <p className="pb-1 text-soft">{found.scarce}</p>}
      <WeekContours found={found} at={moment.start} everyone={everyone} mayLook={mayLook} onLook={onLook} />
      <div ref={area} className="min-h-64 overflow-x-hidden overflow-y-auto max-[899px]:h-[420px] min-[900px]:flex-[1_1_0]">
        <LaneBoard
          name={`Lanes of those invited, ${day.label}`}
          rows={rows}
          zones={rulers}
          now={now}
          headWidth={150}
          height={Math.max(rows.length * 46, height - 72 - rulers.length * 20)}
          aboveHead={
            <div className="pt-1">
              <div className="font-semibold">{day.label}</div>
              <div className="text-xs text-soft">how many are free</div>
            </div>
          }
          above={(axis) => (
            <Contour
              axis={axis}
              day={day}
              contour={found.contour}
              everyone={everyone}
              known={found.people.filter((p) => p.known && !p.counted).length}
              zone={zone}
              moment={moment}
            />
          )}
          overlay={(axis, stands) => (
            <>
              {panel.plan && (
                <PanelOnBoard axis={axis} stands={stands} rows={rows} day={day} zone={zone} plan={panel.plan} who={panel.who} />
              )}
              {plan && <RoomOnBoard axis={axis} stands={stands} rows={rows} day={day} zone={zone} plan={plan} />}
              <Stretch
                axis={axis}
                stands={stands}
                day={day}
                zone={zone}
                moment={moment}
                rows={rows}
                chosen={chosen}
                moving={plan?.moves.flatMap((m) => m.people) ?? []}
                onPick={onPick}
              />
            </>
          )}
        />
      </div>
      <div className="flex flex-wrap items-center justify-between gap-x-4 py-1 text-soft">
        <span>Drag the stretch, or move it with the arrow keys.</span>
        <span className="flex gap-1">
          <Button look="plain" onClick={() => onDay(-1)}>
            Previous day
          </Button>
          <Button look="plain" onClick={() => onDay(1)}>
            Next day
          </Button>
        </span>
      </div>
    </section>
  );
}
