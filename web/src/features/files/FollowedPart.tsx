import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Followed, Person } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useChanges } from "../../app/hooks/changes";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { FollowSentence, startingDraft, type FollowDraft } from "./FollowSentence";
import { followedQuery } from "./queries";

const took = { firm: "as its entries say", pencilled: "pencilled at most", free: "not taking time" };

/** The calendars kept elsewhere that stand on somebody's lane, and a sentence for another. */
export function FollowedPart({ who }: { who: Person }) {
  const list = useQuery(followedQuery(who.id));
  return (
    <section aria-labelledby="followed" className="border-t border-rule pt-4">
      <h2 id="followed" className="text-[15px] font-semibold">
        Calendars kept elsewhere
      </h2>
      {list.data ? <Body who={who} data={list.data} /> : <Wait query={list} />}
    </section>
  );
}

function Body({ who, data }: { who: Person; data: { mayChange: boolean; calendars: Followed[] } }) {
  const [adding, setAdding] = useState(startingDraft);
  const { busy, problem, make } = useChange();
  if (!data.mayChange) return <p className="mt-1 text-soft">Only those who may change this calendar see what else stands on it.</p>;
  const follow = () =>
    make(
      () => ask(client.POST("/api/calendars/{person}/followed", { params: { path: { person: who.id } }, body: adding })),
      `“${adding.name.trim()}” stands on ${who.givenName}’s lane and is being read.`,
      () => setAdding(startingDraft),
    );
  return (
    <>
      <p className="mt-1 text-soft">
        They stand on {who.givenName}’s lane as far as each viewer may see that lane, are refreshed by themselves, and are changed only at
        their source.
      </p>
      <ul className="mt-2">
        {data.calendars.map((c) => (
          <Line key={c.id} who={who} calendar={c} />
        ))}
      </ul>
      <form
        aria-label="Subscribe to a calendar"
        className="mt-3 grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          follow();
        }}
      >
        <FollowSentence draft={adding} onEdit={setAdding} verb="Subscribe to" />
        {problem && <FieldError>{problem.message}</FieldError>}
        <p>
          <Button type="submit" disabled={busy || !adding.address.trim() || !adding.name.trim()}>
            Put it on {who.givenName}’s lane
          </Button>
        </p>
      </form>
    </>
  );
}

function Line({ who, calendar }: { who: Person; calendar: Followed }) {
  const { run } = useChanges();
  const { busy, problem, make } = useChange();
  const [editing, setEditing] = useState<FollowDraft>();
  const path = { person: who.id, id: calendar.id };
  const readNow = () => run(ask(client.POST("/api/calendars/{person}/followed/{id}/reading", { params: { path } })));
  return (
    <li aria-label={calendar.name} className="border-t border-rule py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-semibold">{calendar.name}</span>
        <span className="text-soft">
          {calendar.entries === 0 ? "no entries" : calendar.entries === 1 ? "one entry" : `${calendar.entries} entries`},{" "}
          {took[calendar.most as keyof typeof took]}
        </span>
        <span className="ml-auto flex gap-1">
          <Button look="plain" disabled={calendar.waiting} onClick={readNow}>
            Read it now
          </Button>
          <Button look="plain" onClick={() => setEditing(editing ? undefined : { ...calendar })}>
            Change
          </Button>
          <Button
            look="grave"
            onClick={() =>
              run(
                ask(client.DELETE("/api/calendars/{person}/followed/{id}", { params: { path } })),
                `“${calendar.name}” is off ${who.givenName}’s lane.`,
              )
            }
          >
            Take it off the lane
          </Button>
        </span>
      </div>
      <p className="text-soft" role="status">
        {calendar.waiting ? "Being read…" : `${calendar.read}.`}
      </p>
      {calendar.failure && <p className="font-semibold text-brass">{calendar.failure}</p>}
      {editing && (
        <form
          aria-label={`Change ${calendar.name}`}
          className="mt-2 grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            make(
              () => ask(client.PUT("/api/calendars/{person}/followed/{id}", { params: { path }, body: editing })),
              `“${editing.name.trim()}” is followed as you say.`,
              () => setEditing(undefined),
            );
          }}
        >
          <FollowSentence draft={editing} onEdit={setEditing} verb="Read" />
          {problem && <FieldError>{problem.message}</FieldError>}
          <p className="flex gap-2">
            <Button type="submit" disabled={busy || !editing.address.trim() || !editing.name.trim()}>
              Save
            </Button>
            <Button look="plain" onClick={() => setEditing(undefined)}>
              Discard changes
            </Button>
          </p>
        </form>
      )}
    </li>
  );
}
