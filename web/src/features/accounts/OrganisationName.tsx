import { useState } from "react";
import { ask, client } from "../../api/client";
import { useChange } from "../../app/hooks/useChange";
import { TypedPart } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";

/** How the organisation is called, said in a sentence by who manages people and places. */
export function OrganisationName({ stands }: { stands: string | null }) {
  const [name, setName] = useState(stands ?? "");
  const { busy, problem, make } = useChange();
  const said = name.trim();
  return (
    <form
      aria-label="The name of the organisation"
      className="pb-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (said !== "" && said !== stands)
          make(
            () => ask(client.PUT("/api/organisation", { body: { stood: stands, name: said } })),
            `The organisation is called ${said} now.`,
          );
      }}
    >
      <p className="font-serif text-[18px] leading-8">
        The calendars of{" "}
        <TypedPart
          name="Name of the organisation"
          placeholder="your organisation"
          autoComplete="organization"
          longest={80}
          value={name}
          onChange={setName}
          wrong={problem?.message}
        />{" "}
        are kept here.
      </p>
      <p className="text-soft">The page on which people sign in says so, and so does the mail with a sign-up link.</p>
      {problem && <FieldError>{problem.message}</FieldError>}
      {said !== "" && said !== stands && (
        <p className="flex items-center gap-2 pt-1">
          <Button type="submit" look="filled" disabled={busy}>
            Call it {said}
          </Button>
          <Button onClick={() => setName(stands ?? "")}>Keep {stands ?? "it without a name"}</Button>
        </p>
      )}
    </form>
  );
}
