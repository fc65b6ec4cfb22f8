import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { PlaceKept, PlacesKept } from "../../api/types";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { PlaceForm } from "./PlaceForm";
import { WaysTable } from "./WaysTable";
import { placesQuery } from "./queries";

/** The places where people work and meet, with what follows from them: zone, holidays, rooms, the ways between. */
export function Places() {
  const places = useQuery(placesQuery);
  return places.data ? <PlacesOf kept={places.data} /> : <Wait query={places}>Reading the places…</Wait>;
}

function PlacesOf({ kept }: { kept: PlacesKept }) {
  const [open, setOpen] = useState<string>();
  useKeys({ Escape: () => setOpen(undefined) }, [{ keys: "Tab", does: "along the places" }]);
  const adding = open === "";
  return (
    <div className="px-6 pb-8">
      <div className="flex flex-wrap items-baseline gap-x-4 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">Places</h1>
        <p className="min-w-0 flex-1 text-soft">
          Zone, public holidays and rooms follow from where somebody works.{" "}
          {kept.mayChange ? "You keep them as an administrator." : "Administrators keep them."}{" "}
          <Link to="/people" className="text-sea underline underline-offset-4">
            Back to people
          </Link>
        </p>
        {kept.mayChange && (
          <Button aria-expanded={adding} onClick={() => setOpen(adding ? undefined : "")}>
            Add a place
          </Button>
        )}
      </div>
      {adding && <PlaceForm sites={kept.sites} onDone={() => setOpen(undefined)} />}
      {kept.places.length === 0 && !adding && (
        <p className="border-t border-rule py-6 text-soft">
          There is no place yet. {kept.mayChange ? "“Add a place” makes the first; people and rooms then belong somewhere." : ""}
        </p>
      )}
      <ul aria-label="Places">
        {kept.places.map((place) => (
          <li key={place.name} className="border-t border-rule py-3">
            <OnePlace place={place} mayChange={kept.mayChange && !place.closed} onChange={() => setOpen(place.name)} />
            {open === place.name && <PlaceForm place={place} sites={kept.sites} onDone={() => setOpen(undefined)} />}
          </li>
        ))}
      </ul>
      {kept.sites.length > 1 && <WaysTable kept={kept} />}
    </div>
  );
}

function holidaysOf({ country, countryName, holidaysKnown }: PlaceKept): string {
  if (!country) return "no public holidays";
  return holidaysKnown ? `public holidays of ${countryName}` : `${countryName}, whose public holidays are not known here`;
}

function OnePlace({ place, mayChange, onChange }: { place: PlaceKept; mayChange: boolean; onChange: () => void }) {
  const there = [
    place.people === 0 ? "" : place.people === 1 ? "one person works there" : `${place.people} people work there`,
    place.rooms.length > 0 ? `rooms ${place.rooms.map((r) => r.name).join(", ")}` : "",
  ].filter(Boolean);
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <h2 className="w-56 font-semibold">{place.name}</h2>
      <p className="min-w-0 flex-1">
        {[place.town, place.zone, holidaysOf(place), place.address].filter(Boolean).join(", ")}
        {place.site !== place.name && <span className="text-soft">; site {place.site}</span>}
        <span className="text-soft">
          {place.closed ? "; closed" : there.length > 0 ? `; ${there.join(", ")}` : "; nobody works there yet"}
        </span>
      </p>
      {mayChange && (
        <Button look="plain" onClick={onChange} aria-label={`Change ${place.name}`}>
          Change
        </Button>
      )}
    </div>
  );
}
