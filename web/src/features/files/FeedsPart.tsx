import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Feed, Feeds, Person } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useChange } from "../../app/hooks/useChange";
import { ShownOnce } from "../../app/parts/ShownOnce";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { FeedSentence, mosts, startingFeed, type FeedDraft } from "./FeedSentence";
import { feedsQuery } from "./queries";

/** The links by which programs read somebody's calendar, and a sentence for another. */
export function FeedsPart({ who }: { who: Person }) {
  const list = useQuery(feedsQuery(who.id));
  return (
    <section aria-labelledby="feeds" className="border-t border-rule pt-4">
      <h2 id="feeds" className="text-[15px] font-semibold">
        Links for calendar programs
      </h2>
      {list.data ? <Body who={who} data={list.data} /> : <Wait query={list} />}
    </section>
  );
}

function Body({ who, data }: { who: Person; data: Feeds }) {
  const { busy, problem, make } = useChange();
  const [draft, setDraft] = useState<FeedDraft>(startingFeed);
  const [key, setKey] = useState<string>();
  if (!data.mayMake) return <p className="mt-1 text-soft">You may not see this calendar, so no program of yours reads it.</p>;
  const link = (call: () => Promise<{ change: number; key: string }>, words: string) => make(call, words, (made) => setKey(made.key));
  const address = key && `${location.origin}/feeds/${key}`;
  return (
    <>
      <p className="mt-1 text-soft">
        A program that has the link reads the calendar as it stands, without a password, as far as its reader may see it. Whoever else gets
        the link reads it too: end it where it went astray. What reads and changes your calendars is under{" "}
        <Link to="/devices" className="underline">
          Phones and devices
        </Link>
        .
      </p>
      <ul className="mt-2">
        {data.feeds.map((f) => (
          <Line
            key={f.id}
            feed={f}
            onRenew={() =>
              link(
                () => ask(client.POST("/api/feeds/{id}/renewal", { params: { path: { id: f.id } } })),
                "The link is another one; the one before leads nowhere.",
              )
            }
          />
        ))}
      </ul>
      {address && (
        <div role="region" aria-label="The new link" className="my-4 border-l-2 border-sea pl-3">
          <ShownOnce
            words="For a calendar program. It is shown this one time."
            link={`${address}/calendar.ics`}
            copy="Copy the link"
            copied="The link is copied."
          />
          <p className="mt-1 text-soft">
            Without <code>/calendar.ics</code> it is a page to read:{" "}
            <a href={address} target="_blank" rel="noreferrer" className="underline">
              look at it
            </a>
            . With <code>/busy.ics</code> instead it tells only what time is taken and when {who.givenName} works.
          </p>
        </div>
      )}
      <form
        aria-label="Make a link"
        className="mt-3 grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          const body = { reader: draft.reader ?? null, most: draft.most, private: draft.private, days: draft.days };
          link(
            () => ask(client.POST("/api/calendars/{person}/feeds", { params: { path: { person: who.id } }, body })),
            `A link to ${who.givenName}’s calendar is made.`,
          );
        }}
      >
        <FeedSentence who={who} draft={draft} outside={data.outside} tellsPrivate={data.mayTellPrivate} onEdit={setDraft} />
        {problem && <FieldError>{problem.message}</FieldError>}
        <p>
          <Button type="submit" disabled={busy}>
            Make the link
          </Button>
        </p>
      </form>
    </>
  );
}

function Line({ feed, onRenew }: { feed: Feed; onRenew: () => void }) {
  const { run } = useChanges();
  return (
    <li aria-label={`Link of ${feed.reader}`} className="border-t border-rule py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="font-semibold">{feed.reader}</span>
        <span className="text-soft">
          {mosts.find((m) => m.value === feed.most)?.label}
          {feed.private && ", with what is private"}, {feed.days} days ahead
          {feed.madeBy !== feed.reader && `, made by ${feed.madeBy}`}
        </span>
        <span className="ml-auto flex gap-1">
          {feed.mayRenew && (
            <Button look="plain" onClick={onRenew}>
              Renew the link
            </Button>
          )}
          <Button
            look="grave"
            onClick={() =>
              run(ask(client.DELETE("/api/feeds/{id}", { params: { path: { id: feed.id } } })), "The link leads nowhere from now on.")
            }
          >
            End it
          </Button>
        </span>
      </div>
      <p className="text-soft">{feed.read}.</p>
      {feed.stopped && <p className="font-semibold text-brass">{feed.stopped}</p>}
    </li>
  );
}
