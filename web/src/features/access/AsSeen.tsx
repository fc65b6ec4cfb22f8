import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNow } from "../../app/hooks/useNow";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfPerson } from "../../lane/rows";
import { addDays } from "../../lane/time";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { asSeenQuery } from "./queries";

/** A lane as somebody sees it, beside the lane as it is. */
export function AsSeen({ who, owner }: { who: string; owner: string }) {
  const [date, setDate] = useState<string>();
  const seen = useQuery(asSeenQuery(who, owner, date));
  const data = seen.data;
  const now = useNow(data?.now ?? 0);
  if (!data) return <Wait query={seen} />;
  const day = {
    date: data.date,
    label: data.label,
    shortLabel: data.label,
    start: data.start,
    end: data.end,
    today: data.today,
    week: data.week,
    lanes: [],
  };
  const rows = [
    { ...rowOfPerson(data.true, day, data.zones, now), key: "true", title: `${data.true.who.givenName}’s lane` },
    { ...rowOfPerson(data.theirs, day, data.zones, now), key: "theirs", title: `seen by ${data.name}` },
  ];
  return (
    <section aria-label={`What ${data.name} sees`} className="shrink-0 border-t border-rule pt-1">
      <div className="flex items-center gap-2">
        <strong className="font-semibold">{data.label}</strong>
        <span className="text-soft">{data.words}</span>
        <span className="ml-auto flex gap-1">
          <Button look="plain" onClick={() => setDate(addDays(data.date, -1))}>
            Previous day
          </Button>
          <Button look="plain" onClick={() => setDate(addDays(data.date, 1))}>
            Next day
          </Button>
        </span>
      </div>
      <LaneBoard name={`What ${data.name} sees`} rows={rows} zones={data.zones.slice(0, 1)} now={now} height={170} headWidth={230} />
    </section>
  );
}
