import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, problemOf } from "../../api/client";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Welcome } from "./Welcome";

const sentence = "font-serif text-[22px] leading-[38px]";

/** What the first account cannot do without, with its words where it is still to be said. */
const needed = { name: "your name", address: "your e-mail address", zone: "your clock", password: "a password" };
const keys = Object.keys(needed) as (keyof typeof needed)[];

/** The first account of a new organisation, how it is called and where people work first, as sentences; all but the account can wait. */
export function FirstSetUp() {
  const [form, setForm] = useState({
    name: "",
    address: "",
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    password: "",
    place: "",
    town: "",
    country: "",
    organisation: "",
  });
  const queries = useQueryClient();
  const create = useMutation({
    mutationFn: () => {
      const { place, town, country, ...account } = form;
      return ask(
        client.POST("/api/setup", {
          body: { ...account, place: place.trim() ? { name: place, town: town.trim() || place, country: country.trim() || null } : null },
        }),
      );
    },
    onSuccess: () => queries.invalidateQueries(),
  });
  const problem = create.error ? problemOf(create.error) : undefined;
  const part = (name: keyof typeof form) => ({
    value: form[name],
    onChange: (value: string) => setForm((f) => ({ ...f, [name]: value })),
    wrong: problem?.field === name ? problem.message : undefined,
  });
  const missing = keys.filter((key) => form[key].trim() === "").map((key) => needed[key]);
  return (
    <Welcome line="Nobody is here yet. The first account manages the others.">
      <form
        aria-label="The first account"
        className="grid max-w-[760px] gap-5"
        onSubmit={(e) => {
          e.preventDefault();
          if (missing.length === 0 && !create.isPending) create.mutate();
        }}
      >
        <p className={sentence}>
          I am <TypedPart name="Your name" placeholder="your name" autoComplete="name" autoFocus longest={120} {...part("name")} />. Mail
          reaches me at{" "}
          <TypedPart
            name="E-mail address"
            placeholder="your e-mail address"
            type="email"
            autoComplete="username"
            longest={254}
            {...part("address")}
          />
          , my clock is that of <TypedPart name="Time zone, by a city or its name" placeholder="a city" longest={60} {...part("zone")} />,
          and I sign in with{" "}
          <TypedPart
            name="Password, at least 12 characters"
            placeholder="12 characters or more"
            type="password"
            autoComplete="new-password"
            longest={128}
            {...part("password")}
          />
          .
        </p>
        <p className={sentence}>
          We are{" "}
          <TypedPart
            name="Name of your organisation"
            placeholder="your organisation"
            autoComplete="organization"
            longest={80}
            {...part("organisation")}
          />
          . People work at <TypedPart name="Place, such as Head office" placeholder="a place" longest={80} {...part("place")} /> in{" "}
          <TypedPart name="Town" placeholder="a town" longest={80} {...part("town")} />, with the public holidays of{" "}
          <TypedPart name="Country, for its public holidays" placeholder="a country" longest={60} {...part("country")} />.{" "}
          <span className="font-sans text-[14px] text-soft">This can wait, and more places follow.</span>
        </p>
        {problem && <FieldError>{problem.message}</FieldError>}
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <Button look="filled" type="submit" disabled={missing.length > 0 || create.isPending}>
            Create the first account
          </Button>
          {missing.length > 0 && <span className="text-soft">Still to say: {missing.join(", ")}.</span>}
        </div>
      </form>
    </Welcome>
  );
}
