import { useQuery } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { ask, client } from "../../api/client";
import { zonesQuery } from "../../api/queries";
import type { PlaceKept } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";

interface Props {
  /** None for a new one. */
  place?: PlaceKept;
  sites: string[];
  onDone: () => void;
}

/** What is known of a place, to be said anew. */
export function PlaceForm({ place, sites, onDone }: Props) {
  const { busy, problem, make } = useChange();
  const [form, setForm] = useState({
    name: place?.name ?? "",
    town: place?.town ?? "",
    zone: place?.zone ?? "",
    country: place?.country ?? "",
    address: place?.address ?? "",
    site: place && place.site !== place.name ? place.site : "",
  });
  const sought = useDeferredValue(form.zone.trim());
  const zones = useQuery(zonesQuery(sought, undefined));
  const field = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (e: React.ChangeEvent<HTMLInputElement>) => setForm({ ...form, [name]: e.target.value }),
    error: problem?.field === name ? problem.message : undefined,
  });
  const found = zones.data ?? [];
  // A city that was typed stands for its zone.
  const zone = found.find((z) => z.id === form.zone)?.id ?? (found.length > 0 ? found[0]?.id : undefined) ?? form.zone;
  const submit = () =>
    make(
      () =>
        ask(
          client.POST("/api/places", {
            body: {
              name: form.name,
              exists: place !== undefined,
              site: form.site || null,
              town: form.town,
              zone,
              country: form.country || null,
              address: form.address || null,
            },
          }),
        ),
      `${form.name.trim()} is saved.`,
      onDone,
    );
  return (
    <form
      aria-label={place ? `Change ${place.name}` : "Add a place"}
      className="mt-2 grid max-w-[760px] grid-cols-2 gap-x-6 gap-y-3 border-t border-rule py-3 max-[600px]:grid-cols-1"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <Field label="Name" {...field("name")} required maxLength={80} disabled={place !== undefined} autoFocus={place === undefined} />
      <Field label="Town" {...field("town")} required maxLength={80} />
      <div>
        <Field label="Time zone, by a city or its name" {...field("zone")} required maxLength={60} />
        {form.zone && zone !== form.zone && <p className="mt-1 text-soft">read as {zone}</p>}
      </div>
      <Field label="Country for public holidays, such as Portugal or CA-NS" {...field("country")} maxLength={60} />
      <Field label="Address" {...field("address")} maxLength={300} />
      <Field label="Same site as" {...field("site")} list="sites" maxLength={80} placeholder="a site of its own" />
      <datalist id="sites">
        {sites.map((s) => (
          <option key={s} value={s} />
        ))}
      </datalist>
      {problem && !problem.field && <FieldError>{problem.message}</FieldError>}
      <div className="col-span-full flex flex-wrap gap-3">
        <Button type="submit" look="filled" disabled={busy}>
          {place ? "Save the place" : "Add the place"}
        </Button>
        <Button onClick={onDone}>Leave as it is</Button>
        {place && (
          <Button
            look="plain"
            className="ml-auto"
            disabled={busy}
            onClick={() =>
              make(
                () => ask(client.DELETE("/api/places/{name}", { params: { path: { name: place.name } } })),
                `${place.name} is closed.`,
                onDone,
              )
            }
          >
            Close it for good
          </Button>
        )}
      </div>
    </form>
  );
}
