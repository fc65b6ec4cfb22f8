import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Moved, Occurrences, Series, SlotsRequest } from "../../../api/types";
import { Button } from "../../../ui/Button";
import { Tone } from "../../../ui/Tone";
import { Window } from "../../../ui/Window";
import { occurrencesQuery } from "../queries";

interface Props {
  series: Series;
  search: SlotsRequest;
  start: number;
  /** The times that are to be elsewhere already. */
  moved: Moved[];
  onMoved: (moved: Moved[]) => void;
}

/** How each time of a series suits, and those that do not, to be moved by themselves. */
export function SeriesLine({ series, search, start, moved, onMoved }: Props) {
  const [open, setOpen] = useState(false);
  const missed = series.times - series.fitting;
  return (
    <>
      <Tone tone={series.tone}>{series.words}</Tone>
      {moved.length > 0 &&
        ` ${moved.length === 1 ? "One of them has" : `${moved.length} of them have`} a time of ${moved.length === 1 ? "its" : "their"} own.`}
      {(missed > 0 || moved.length > 0) && (
        <button
          type="button"
          onClick={() => setOpen(true)}
          className="ml-1 inline-flex min-h-8 items-center px-1 text-sea underline underline-offset-4 hover:bg-water"
        >
          {moved.length > 0 ? "Change them" : missed === 1 ? "Look at the one that does not" : `Look at the ${missed} that do not`}
        </button>
      )}
      <Window title="Times that do not suit everyone" open={open} onOpen={setOpen} width={560}>
        <OwnTimes
          search={search}
          start={start}
          moved={moved}
          onMoved={(next) => {
            onMoved(next);
            setOpen(false);
          }}
        />
      </Window>
    </>
  );
}

function OwnTimes({ search, start, moved, onMoved }: Omit<Props, "series">) {
  const { data, error } = useQuery(occurrencesQuery(search, start));
  if (error) return <p role="alert">{error.message}</p>;
  if (!data) return <p className="text-soft">Looking at each time…</p>;
  return <Choice found={data} moved={moved} onMoved={onMoved} />;
}

function Choice({ found, moved, onMoved }: { found: Occurrences; moved: Moved[]; onMoved: (moved: Moved[]) => void }) {
  const movable = found.missed.flatMap((m) => (m.near ? [{ occurrence: m.occurrence, start: m.near.start }] : []));
  // Whoever comes back finds what they left; at first all that can be moved is chosen.
  const [chosen, setChosen] = useState(() => new Set((moved.length > 0 ? moved : movable).map((m) => m.occurrence)));
  const wanted = movable.filter((m) => chosen.has(m.occurrence));
  return (
    <>
      <p className="text-soft">Each can take place at the free slot nearest to it. The others stay as they are.</p>
      <ul className="mt-2 max-h-[50vh] overflow-auto border-t border-rule">
        {found.missed.map((m) => (
          <li key={m.occurrence} className="border-b border-rule py-1.5">
            {m.near ? (
              <label className="flex min-h-8 items-baseline gap-2">
                <input
                  type="checkbox"
                  checked={chosen.has(m.occurrence)}
                  onChange={(e) => {
                    const next = new Set(chosen);
                    if (e.target.checked) next.add(m.occurrence);
                    else next.delete(m.occurrence);
                    setChosen(next);
                  }}
                  className="size-4 self-center accent-sea"
                />
                <span>
                  <span className="font-semibold">{m.when}</span> to <span className="font-semibold">{m.near.when}</span>
                  <span className="block text-soft">{m.why}</span>
                </span>
              </label>
            ) : (
              <p className="pl-6">
                <span className="font-semibold">{m.when}</span>
                <span className="block text-soft">{m.why}; no free slot within three days</span>
              </p>
            )}
          </li>
        ))}
      </ul>
      <p className="mt-4 flex justify-end gap-2">
        {moved.length > 0 && (
          <Button look="plain" onClick={() => onMoved([])}>
            Move none
          </Button>
        )}
        <Button look="filled" disabled={wanted.length === 0} onClick={() => onMoved(wanted)}>
          {wanted.length === 1 ? "Move this one" : `Move these ${wanted.length}`}
        </Button>
      </p>
    </>
  );
}
