import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { ask, client } from "../../api/client";
import type { Deleting as Kept } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { goesOf, staysOf } from "./deletion";
import { deletionQuery } from "./queries";

/** What is kept of somebody is deleted for good: what goes and what must stay is said first. */
export function Deleting() {
  const { who } = useSearch({ from: "/deleting" });
  const kept = useQuery(deletionQuery(who ?? ""));
  useKeys({}, []);
  if (!kept.data) return <Wait query={kept} />;
  return <Loaded kept={kept.data} />;
}

function Loaded({ kept }: { kept: Kept }) {
  const { who } = kept;
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { busy, problem, make } = useChange();
  return (
    <div className="max-w-[760px] px-6 pb-8">
      <h1 className="pt-3 pb-2.5 font-serif text-[24px] leading-9">Delete what is kept of {who.name}</h1>
      <Lines heading="What is deleted" lines={goesOf(kept)} />
      <Lines heading="What must stay" lines={staysOf(kept)} />
      <p className="pt-3 font-semibold">
        {kept.signsIn ? `${who.givenName} can still sign in, and leaves first.` : "It cannot be undone."}
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex flex-wrap items-center gap-2 pt-4">
        {kept.signsIn ? (
          <Link to="/leaving" search={{ who: who.id }} className="inline-flex min-h-8 items-center underline underline-offset-4">
            {`${who.givenName} leaves…`}
          </Link>
        ) : (
          <Button
            look="grave"
            disabled={busy}
            onClick={() =>
              make(
                () => ask(client.POST("/api/people/{id}/deletion", { params: { path: { id: who.id } } })),
                () => `What was kept of ${who.name} is deleted.`,
                () => {
                  void queries.invalidateQueries({ queryKey: ["account"] });
                  void navigate({ to: "/people", search: {} });
                },
              )
            }
          >
            Delete for good
          </Button>
        )}
        <Button look="plain" onClick={() => void navigate({ to: "/people", search: { who: who.id } })}>
          Not now
        </Button>
      </div>
    </div>
  );
}

function Lines({ heading, lines }: { heading: string; lines: string[] }) {
  return (
    <section aria-label={heading} className="pt-2">
      <h2 className="font-semibold">{heading}</h2>
      <ul className="mt-1 border-t border-rule">
        {lines.map((line) => (
          <li key={line} className="border-b border-rule py-2">
            {line}
          </li>
        ))}
      </ul>
    </section>
  );
}
