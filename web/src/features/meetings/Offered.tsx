import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { offersQuery } from "../../api/queries";
import type { Offer, OfferTime } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { OfferText } from "../../app/parts/OfferText";
import { Flag } from "../../lane/Flag";
import { and } from "../../lane/words";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";

const words = { fits: "fits", atAPinch: "at a pinch", no: "no" } as const;
const tones = { fits: "fits", atAPinch: "doubt", no: "wrong" } as const;

/** What is offered to people outside, with what each says of each time. */
export function Offered() {
  const offers = useQuery(offersQuery).data?.offers ?? [];
  const shown = offers.filter((o) => o.mayBook);
  if (shown.length === 0) return null;
  return (
    <section aria-label="Offered outside" className="mb-4">
      <h2 className="border-b border-rule py-1.5 text-soft">
        Offered outside <span className="font-semibold text-ink">{shown.length}</span>
      </h2>
      <ul>
        {shown.map((o) => (
          <li key={o.id} aria-label={o.title} className="border-b border-rule py-2">
            <OneOffer offer={o} />
          </li>
        ))}
      </ul>
    </section>
  );
}

function OneOffer({ offer }: { offer: Offer }) {
  const { run, fail } = useChanges();
  const [link, setLink] = useState<{ reader: number; key: string }>();
  const path = { id: offer.id };
  const renew = (reader: number) =>
    ask(client.POST("/api/offers/{id}/links", { params: { path }, body: { reader } }))
      .then((made) => setLink({ reader, key: made.key }))
      .catch(fail);
  return (
    <>
      <div className="flex min-h-9 flex-wrap items-center gap-x-3">
        <Flag flag={offer.for.flag} />
        <span className="font-semibold">{offer.title}</span>
        <span className="text-soft">{`to ${and(offer.readers.map((r) => r.who.name))}, ${offer.stands}`}</span>
        <span className="ml-auto flex flex-wrap gap-2">
          {offer.open &&
            offer.readers.map((r) => (
              <Button key={r.number} look="plain" onClick={() => void renew(r.number)}>
                {offer.readers.length === 1 ? "Make another link" : `Another link for ${r.who.givenName}`}
              </Button>
            ))}
          {offer.open && (
            <Button
              look="grave"
              onClick={() =>
                run(
                  ask(client.DELETE("/api/offers/{id}", { params: { path } })),
                  `The times for “${offer.title}” are offered no longer, and free again.`,
                )
              }
            >
              Withdraw it
            </Button>
          )}
        </span>
      </div>
      {link && <OfferText name={offer.readers[link.reader]?.who.name ?? ""} text={offer.text} link={link.key} />}
      <div className="overflow-x-auto pl-9">
        <table className="border-separate border-spacing-x-4 border-spacing-y-0.5 text-left">
          <caption className="sr-only">{`What is said of the times for ${offer.title}`}</caption>
          <thead>
            <tr className="text-soft">
              <th scope="col" className="font-normal">
                Time
              </th>
              {offer.readers.map((r) => (
                <th key={r.number} scope="col" className="font-normal">
                  {r.who.givenName}, {r.answered}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {offer.times.map((t) => (
              <Row key={t.number} offer={offer} time={t} />
            ))}
          </tbody>
        </table>
        {offer.readers
          .filter((r) => r.words)
          .map((r) => (
            <p key={r.number} className="px-4">
              <span className="font-semibold">{r.who.givenName}:</span> {r.words}
            </p>
          ))}
        <p className="px-4 text-soft">{offer.decides}</p>
      </div>
    </>
  );
}

function Row({ offer, time }: { offer: Offer; time: OfferTime }) {
  const { run } = useChanges();
  return (
    <tr>
      <th scope="row" className={`font-normal ${time.free ? "" : "text-soft line-through"}`}>
        {time.when}
        {time.best && <Tone tone="fits"> suits best</Tone>}
        {!time.free && <span className="sr-only"> taken meanwhile</span>}
      </th>
      {time.marks.map((mark, i) => (
        <td key={i}>{mark ? <Tone tone={tones[mark]}>{words[mark]}</Tone> : <span className="text-soft">nothing yet</span>}</td>
      ))}
      <td>
        {time.free && (
          <Button
            look={time.best ? "outlined" : "plain"}
            aria-label={`Book ${time.when}`}
            onClick={() =>
              run(
                ask(client.POST("/api/offers/{id}/booking", { params: { path: { id: offer.id } }, body: { time: time.number } })),
                `“${offer.title}” is booked for ${time.when}; everyone is invited in ten seconds.`,
              )
            }
          >
            Book it
          </Button>
        )}
      </td>
    </tr>
  );
}
