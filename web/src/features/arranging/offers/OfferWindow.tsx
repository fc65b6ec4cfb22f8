import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { offersQuery } from "../../../api/queries";
import type { OfferDecision, Person, Zone } from "../../../api/types";
import { OfferText } from "../../../app/parts/OfferText";
import { addDays, dateText, localText, momentOf } from "../../../lane/time";
import { and, cityOf } from "../../../lane/words";
import { ZonePicker } from "../../../sentence/ZonePicker";
import { Button } from "../../../ui/Button";
import { Window } from "../../../ui/Window";

export interface Wanted {
  zone: string;
  until: number;
  decision: OfferDecision;
}

/** An offer as it was made, with the keys that are told this once. */
export interface Made {
  id: string;
  keys: string[];
}

interface Props {
  open: boolean;
  /** Those outside to whom the times are offered, by name. */
  readers: string[];
  /** The zone of one of them where it is known. */
  known: Person["zone"] | undefined;
  count: number;
  zone: Zone;
  now: number;
  busy: boolean;
  made: Made | undefined;
  onOffer: (wanted: Wanted) => void;
  onOpen: (open: boolean) => void;
}

const decisions = (many: boolean): { value: OfferDecision; words: string }[] => [
  { value: "firstChoice", words: many ? "The first of them to choose books it" : "Their choice books it" },
  { value: "byMaker", words: many ? "Each marks what fits; I book one" : "They mark what fits; I book one" },
  { value: "byItself", words: "The best is booked when all have marked them, or at the end" },
];

/** Offers the chosen times to those outside; then what is written to them. */
export function OfferWindow({ open, readers, known, count, zone, now, busy, made, onOffer, onOpen }: Props) {
  const [until, setUntil] = useState(() => `${addDays(dateText(zone, now), 3)}T18:00`);
  const [told, setTold] = useState(known ?? zone.id);
  const [decision, setDecision] = useState<OfferDecision>("firstChoice");
  const offer = useQuery({ ...offersQuery, enabled: made !== undefined }).data?.offers.find((o) => o.id === made?.id);
  const many = readers.length > 1;
  return (
    <Window
      title={made ? "The times are offered" : `Offer ${count === 1 ? "this time" : `these ${count}`}`}
      open={open}
      onOpen={onOpen}
      width={560}
    >
      {made ? (
        <>
          <p className="text-soft">They are held meanwhile. The links are told here only; under Chase another can be made.</p>
          {offer?.readers.map((r) => (
            <OfferText key={r.number} name={r.who.name} text={offer.text} link={made.keys[r.number] ?? ""} />
          ))}
          <p className="mt-4 text-right">
            <Button look="filled" onClick={() => onOpen(false)}>
              Done
            </Button>
          </p>
        </>
      ) : (
        <form
          className="grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            onOffer({ zone: told, until: momentOf(zone, until), decision });
          }}
        >
          <p>{`To ${and(readers)}: ${many ? "a link for each" : "a link"} to a page that needs no account. Nobody else is named there.`}</p>
          <fieldset>
            <legend className="text-soft">Who decides</legend>
            {decisions(many).map((d) => (
              <label key={d.value} className="flex min-h-8 items-center gap-2">
                <input
                  type="radio"
                  name="decision"
                  checked={decision === d.value}
                  onChange={() => setDecision(d.value)}
                  className="size-4 accent-sea"
                />
                {d.words}
              </label>
            ))}
          </fieldset>
          <label className="flex items-center gap-2">
            <span className="text-soft">Held and offered until</span>
            <input
              type="datetime-local"
              required
              value={until}
              min={localText(zone, now)}
              onChange={(e) => e.target.value && setUntil(e.target.value)}
              className="h-9 border-b border-ink bg-transparent"
            />
          </label>
          <p>
            Times are told by the clock of <b>{cityOf(told)}</b>.
          </p>
          <ZonePicker label="By another clock" onChoose={(z) => setTold(z.id)} />
          <p className="flex justify-end gap-2">
            <Button look="plain" onClick={() => onOpen(false)}>
              Not now
            </Button>
            <Button look="filled" type="submit" disabled={busy}>
              {`Offer ${count === 1 ? "it" : `these ${count}`}`}
            </Button>
          </p>
        </form>
      )}
    </Window>
  );
}
