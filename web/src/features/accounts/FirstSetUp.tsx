import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import { Welcome } from "./Welcome";

/** The first account of a new organisation. */
export function FirstSetUp() {
  const [form, setForm] = useState({
    name: "",
    address: "",
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    password: "",
    place: "",
    town: "",
    country: "",
  });
  const [error, setError] = useState<Problem>();
  const queries = useQueryClient();
  const field = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (e: React.ChangeEvent<HTMLInputElement>) => setForm({ ...form, [name]: e.target.value }),
    error: error?.field === name ? error.message : undefined,
    required: true,
  });
  const submit = async () => {
    setError(undefined);
    try {
      const { place, town, country, ...account } = form;
      await ask(
        client.POST("/api/setup", {
          body: { ...account, place: place.trim() ? { name: place, town: town.trim() || place, country: country.trim() || null } : null },
        }),
      );
      await queries.invalidateQueries();
    } catch (e) {
      if (e instanceof Problem) setError(e);
    }
  };
  return (
    <Welcome line="Nobody is here yet. The first account manages the others.">
      <form
        className="grid max-w-96 gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void submit();
        }}
      >
        <Field label="Your name" autoComplete="name" {...field("name")} />
        <Field label="E-mail address" type="email" autoComplete="username" {...field("address")} />
        <Field label="Time zone, by a city or its name" {...field("zone")} />
        <Field label="Password, at least 12 characters" type="password" autoComplete="new-password" {...field("password")} />
        <fieldset className="grid gap-4 border-t border-rule pt-3">
          <legend className="pr-2 text-soft">Where people work first. More places are added under People.</legend>
          <Field label="Place, such as Head office" {...field("place")} required={false} maxLength={80} />
          <Field label="Town" {...field("town")} required={false} maxLength={80} />
          <Field label="Country for public holidays, two letters such as PT" {...field("country")} required={false} maxLength={6} />
        </fieldset>
        {error && !error.field && <FieldError>{error.message}</FieldError>}
        <div>
          <Button look="filled" type="submit">
            Create the first account
          </Button>
        </div>
      </form>
    </Welcome>
  );
}
