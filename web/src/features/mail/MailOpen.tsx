import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Mail } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useFocusBack } from "../../app/hooks/useFocusBack";
import { WordsForm } from "../../app/parts/WordsForm";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";
import { Wait } from "../../ui/Wait";
import { toneOf } from "./MailLine";
import { mailQuery } from "./queries";

/** A message with its words, and what can be done with it. */
export function MailOpen({ id }: { id: number }) {
  const mail = useQuery(mailQuery(id));
  return <div className="pb-4">{mail.data ? <Message mail={mail.data} /> : <Wait query={mail}>Reading the message…</Wait>}</div>;
}

function Message({ mail }: { mail: Mail }) {
  const { run } = useChanges();
  const [answering, setAnswering] = useState(false);
  const place = useFocusBack<HTMLDivElement>(answering);
  const path = { id: mail.line.id };
  return (
    <div className="grid gap-x-10 gap-y-3 min-[900px]:grid-cols-[300px_minmax(0,1fr)]">
      <dl className="grid grid-cols-[auto_minmax(0,1fr)] content-start gap-x-3 gap-y-0.5 [&>dd]:break-words [&>dt]:text-soft">
        <dt>From</dt>
        <dd>{mail.from}</dd>
        <dt>To</dt>
        <dd>{mail.to}</dd>
        <dt>It is</dt>
        <dd>
          <Tone tone={toneOf(mail.line)}>{mail.line.words}</Tone>
        </dd>
      </dl>
      <div className="min-w-0">
        <p className="max-w-[70ch] break-words whitespace-pre-line">
          {mail.text ?? <span className="text-soft">Its words are written out when it goes.</span>}
        </p>
        {answering ? (
          <div className="mt-3">
            <WordsForm
              label={`Answer to ${mail.line.other}`}
              keptAs={`mail ${mail.line.id}`}
              sends="Send the answer"
              call={(text) => ask(client.POST("/api/mails/{id}/answer", { params: { path }, body: { text } }))}
              sent={`The answer goes to ${mail.line.other}.`}
              onDone={() => setAnswering(false)}
            />
          </div>
        ) : (
          <div ref={place} className="no-print flex flex-wrap items-center gap-2 pt-3">
            {mail.maySendAgain && (
              <Button
                onClick={() =>
                  run(ask(client.POST("/api/mails/{id}/sending", { params: { path } })), `“${mail.line.subject}” is tried again now.`)
                }
              >
                Try it again now
              </Button>
            )}
            {mail.mayTakeIn && (
              <Button
                look="filled"
                onClick={() =>
                  run(ask(client.POST("/api/mails/{id}/taking-in", { params: { path } })), `“${mail.line.subject}” is taken in and filed.`)
                }
              >
                Take it in all the same
              </Button>
            )}
            {mail.line.incoming && mail.line.of && <Button onClick={() => setAnswering(true)}>Reply</Button>}
            {mail.mayLetBe && (
              <Button
                look="plain"
                onClick={() =>
                  run(ask(client.POST("/api/mails/{id}/settling", { params: { path } })), `“${mail.line.subject}” is dealt with.`)
                }
              >
                Dealt with
              </Button>
            )}
            {mail.entry && mail.line.of && (
              <Link
                to="/lanes"
                search={{ who: mail.line.of.id, entry: mail.entry }}
                className="inline-flex min-h-8 items-center px-2 text-sea underline underline-offset-4"
              >
                What it is about
              </Link>
            )}
            {mail.hasSource && (
              <a
                href={`/api/mails/${mail.line.id}/source`}
                download
                className="inline-flex min-h-8 items-center px-2 text-sea underline underline-offset-4"
              >
                Source
              </a>
            )}
          </div>
        )}
      </div>
    </div>
  );
}
