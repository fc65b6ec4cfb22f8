import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Access, AccessRequest, Terms } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { isSame, sightWord } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** What is asked for: of the reader's calendars to be granted, granted less, or refused; of others' to be waited for. */
export function RequestRows({ data }: { data: Access }) {
  const { run } = useChanges();
  if (data.requests.length + data.asked.length === 0) return null;
  return (
    <ul aria-label="What is asked for" className="max-h-[30vh] shrink-0 overflow-auto border-t border-rule max-[600px]:max-h-none">
      {data.requests.map((r) => (
        <Asked key={r.id} request={r} />
      ))}
      {data.asked.map((r) => (
        <li key={r.id} className="flex min-h-11 items-center gap-3 border-b border-rule px-3">
          <span className="text-soft">
            You asked {r.owner.name} for {sightWord(r.sight)}, {r.asked}
            {r.words && `: “${r.words}”`}
          </span>
          <Button
            look="plain"
            className="ml-auto"
            onClick={() =>
              run(ask(client.DELETE("/api/access/requests/{id}", { params: { path: { id: r.id } } })), `${r.owner.name} is asked no more.`)
            }
          >
            Withdraw the request
          </Button>
        </li>
      ))}
    </ul>
  );
}

function Asked({ request }: { request: AccessRequest }) {
  const { run } = useChanges();
  const asked: Terms = {
    sight: request.sight,
    acting: request.acting,
    private: request.private,
    passOn: false,
    from: null,
    until: request.until,
  };
  const [terms, setTerms] = useState(asked);
  const less = !isSame(terms, asked);
  const name = request.who.givenName;
  return (
    <li className="flex min-h-11 flex-wrap items-center gap-3 border-b border-rule bg-water px-3 max-[600px]:py-1.5">
      <Flag flag={request.who.flag} />
      <span className="min-w-0 flex-1 max-[600px]:basis-[calc(100%-48px)]">
        <TermsSentence
          begin={
            <>
              <strong className="font-semibold text-brass">{request.who.name} asks</strong> to see
            </>
          }
          owner={request.owner}
          own={false}
          terms={terms}
          inside={request.who.inside}
          kind="asked"
          onEdit={setTerms}
        />
        {request.words && `: “${request.words}”`} <span className="text-soft">{request.asked}</span>
      </span>
      <Button
        look="plain"
        onClick={() =>
          run(
            ask(client.POST("/api/access/requests/{id}/refusal", { params: { path: { id: request.id } }, body: { line: null } })),
            `Refused; ${request.who.name} is told.`,
          )
        }
      >
        Refuse
      </Button>
      <Button
        disabled={!request.mayGrant && !less}
        title={request.mayGrant || less ? undefined : "It is more than you hold yourself; grant less, or leave it to the owner."}
        onClick={() =>
          run(
            ask(
              client.POST("/api/access/grants", {
                body: { owner: request.owner.id, receivers: [request.who.id], terms, line: null, request: request.id, calendar: null },
              }),
            ),
            `Granted to ${request.who.name}, who is told.`,
          )
        }
      >
        {less ? `Grant ${name} this` : `Grant to ${name}`}
      </Button>
    </li>
  );
}
