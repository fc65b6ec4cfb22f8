import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask, client, Problem, problemOf } from "../../api/client";
import type { Conference as ConferenceData } from "../../api/types";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { Called } from "./Called";
import { WhoIsIn } from "./WhoIsIn";
import { conferenceQuery } from "./queries";

/** The page of a conference, which stands for the service of one: who is in, who knocks, the way in and out. */
export function Conference({ id }: { id: string }) {
  const [secret, setSecret] = useState(() => sessionStorage.getItem(`corlin-guest-${id}`));
  const conference = useQuery(conferenceQuery(id, secret));
  const gone = conference.error instanceof Problem && conference.error.status === 404;
  return (
    <main className="mx-auto flex min-h-full max-w-[860px] flex-col px-6 py-8">
      {gone ? (
        <>
          <h1 className="font-serif text-[33px] leading-tight">No meeting is near by this link</h1>
          <p className="mt-2 max-w-[56ch] text-soft">
            A link leads to its meeting from a day before it begins until a day after it ends. Look whether it was copied whole, or ask who
            sent it.
          </p>
        </>
      ) : conference.data ? (
        <At
          id={id}
          data={conference.data}
          secret={secret}
          onSecret={(next) => {
            if (next) sessionStorage.setItem(`corlin-guest-${id}`, next);
            setSecret(next);
          }}
        />
      ) : (
        <Wait query={conference}>Going to the conference…</Wait>
      )}
    </main>
  );
}

interface AtProps {
  id: string;
  data: ConferenceData;
  secret: string | null;
  onSecret: (secret: string | null) => void;
}

function At({ id, data, secret, onSecret }: AtProps) {
  const queries = useQueryClient();
  const [problem, setProblem] = useState<Problem>();
  const again = () => queries.invalidateQueries({ queryKey: ["conference", id] });
  const act = async (call: Promise<unknown>) => {
    setProblem(undefined);
    try {
      await call;
      await again();
    } catch (e) {
      setProblem(problemOf(e));
    }
  };
  const join = (name: string | null) =>
    act(
      ask(client.POST("/api/conference/{key}/join", { params: { path: { key: id } }, body: { name } })).then(
        (j) => j.secret && onSecret(j.secret),
      ),
    );
  const leave = () => act(ask(client.POST("/api/conference/{key}/leave", { params: { path: { key: id } }, body: { secret } })));

  // Who was called and said yes is asked nothing more.
  useEffect(() => {
    if (location.hash !== "#join" || !data.known || data.me !== "out") return;
    history.replaceState(null, "", location.pathname);
    client
      .POST("/api/conference/{key}/join", { params: { path: { key: id } }, body: { name: null } })
      .then(() => queries.invalidateQueries({ queryKey: ["conference", id] }))
      .catch((e: unknown) => setProblem(problemOf(e)));
  }, [data.known, data.me, id, queries]);
  // A page that is closed has left.
  useEffect(() => {
    if (data.me !== "in") return;
    const away = () =>
      void client
        .POST("/api/conference/{key}/leave", { params: { path: { key: id } }, body: { secret }, keepalive: true })
        .catch(() => undefined);
    window.addEventListener("pagehide", away);
    return () => window.removeEventListener("pagehide", away);
  }, [data.me, id, secret]);

  return (
    <>
      <p className="text-soft">{data.when}</p>
      <h1 className="font-serif text-[33px] leading-tight">{data.title ?? `A conference of ${data.organiser}`}</h1>
      <p className="mt-1 text-[15px]" role="status">
        {data.words}
      </p>
      {data.dialIn && <p className="text-soft">By telephone: {data.dialIn}</p>}
      <WhoIsIn
        conference={data}
        onAdmit={(presence, admits) =>
          void act(ask(client.POST("/api/conference/{key}/admit", { params: { path: { key: id } }, body: { presence, admits } })))
        }
      />
      <div className="mt-5">
        {data.me === "in" ? (
          <p className="flex flex-wrap items-center gap-3">
            <Button look="grave" className="-ml-3" onClick={() => void leave()}>
              Leave
            </Button>
            <CopyLink />
          </p>
        ) : data.me === "knocks" ? (
          <p className="flex flex-wrap items-center gap-3">
            <span>Waiting to be let in. Somebody who is in lets you in.</span>
            <Button look="plain" onClick={() => void leave()}>
              Go away again
            </Button>
          </p>
        ) : data.me === "refused" ? (
          <p>You were not let in.</p>
        ) : (
          <Door data={data} onJoin={(name) => void join(name)} />
        )}
        {problem && <FieldError>{problem.message}</FieldError>}
      </div>
      {data.calls.length > 0 && data.entry && <Called entry={data.entry} called={data.calls} onAct={act} />}
      <p className="mt-auto pt-10 text-[12.5px] text-soft">
        {data.known && (
          <a href="/" className="mr-4 text-sea underline underline-offset-4">
            To the Desk
          </a>
        )}
        This page stands for a conference service: it tells who has joined, and carries no sound or picture.
      </p>
    </>
  );
}

/** The way in: at once, or by knocking; a guest says who they are. */
function Door({ data, onJoin }: { data: ConferenceData; onJoin: (name: string | null) => void }) {
  const [name, setName] = useState("");
  const words = !data.atOnce ? "Ask to come in" : data.early ? "Start it now" : "Join";
  const note = !data.atOnce
    ? "You were not invited: ask to come in, and somebody who is in lets you in."
    : data.early
      ? "It starts before its time, and stands out on the calendars of everyone invited."
      : "";
  return (
    <form
      className="grid max-w-[42ch] gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        onJoin(data.known ? null : name.trim());
      }}
    >
      {!data.known && (
        <Field label="Your name, as others see it" value={name} maxLength={60} autoFocus onChange={(e) => setName(e.target.value)} />
      )}
      <p className="flex items-center gap-3">
        <Button type="submit" look="filled" disabled={!data.known && name.trim() === ""}>
          {words}
        </Button>
        <CopyLink />
      </p>
      {note && <p className="text-soft">{note}</p>}
    </form>
  );
}

function CopyLink() {
  const [copied, setCopied] = useState(false);
  return (
    <Button
      onClick={() =>
        void navigator.clipboard.writeText(location.href.split("#")[0] ?? location.href).then(
          () => setCopied(true),
          () => setCopied(false),
        )
      }
    >
      {copied ? "The link is copied" : "Copy the link"}
    </Button>
  );
}
