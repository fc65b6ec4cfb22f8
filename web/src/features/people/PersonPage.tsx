import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { ask, client } from "../../api/client";
import { deskQuery, personQuery } from "../../api/queries";
import type { PersonPage as Page, PersonSaid } from "../../api/types";
import { beginArranging } from "../../app/parts/arrangeWith";
import { keptBy } from "../../app/parts/keptBy";
import { useChanges } from "../../app/hooks/changes";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useWatched } from "../../app/hooks/live";
import { useAddress } from "../../app/hooks/useAddress";
import { useNow } from "../../app/hooks/useNow";
import { Flag } from "../../lane/Flag";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfPerson } from "../../lane/rows";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { plainLink } from "../../ui/links";
import { CalendarsPart } from "./CalendarsPart";
import { Facts } from "./Facts";
import { GroupMeetings } from "./GroupMeetings";
import { HoursLanes } from "./HoursLanes";
import { Members } from "./Members";
import { nothingSaid } from "./said";
import { WaitingAddress } from "./WaitingAddress";
import { WayIn } from "./WayIn";
import { ownDayQuery } from "./queries";

interface Props {
  id: string;
  /** They were taken out. */
  onGone: () => void;
  onGo: (id: string) => void;
}

/** Somebody, a group or a room: today's lane in their own zone, what is known of them, their hours. */
export function PersonPage({ id, onGone, onGo }: Props) {
  const page = useQuery(personQuery(id));
  return page.data ? <Shown page={page.data} onGone={onGone} onGo={onGo} /> : <Wait query={page}>Reading…</Wait>;
}

function Shown({ page, onGone, onGo }: { page: Page } & Omit<Props, "id">) {
  const { who } = page;
  const { run } = useChanges();
  useWatched([who.id]);
  const { say: sayAddress } = useAddress();
  const say = (said: Partial<PersonSaid>, words: string) =>
    run(
      ask(
        client.PUT("/api/people/{id}", {
          params: { path: { id: who.id } },
          body: { version: page.version, said: { ...nothingSaid, ...said } },
        }),
      ),
      words,
    );
  return (
    <article aria-labelledby="who" className="pb-6">
      <div className="flex flex-wrap items-center gap-x-3 pt-3 pb-1">
        <Flag flag={who.flag} height={30} />
        <h2 id="who" tabIndex={-1} className="font-serif text-[24px] leading-8 outline-none">
          {who.name}
        </h2>
        <span className="text-soft">
          {who.kind === "person" ? (who.inside ? "" : "outside") : who.kind}
          {page.keptFor && `, a contact of ${page.keptFor.givenName} that nobody else sees`}
        </span>
        <span className="ml-auto flex gap-1">
          {page.mayRemove && (
            <Button
              look="grave"
              onClick={() => {
                run(
                  ask(client.DELETE("/api/people/{id}", { params: { path: { id: who.id } } })),
                  `${who.name} is removed from the directory.`,
                );
                onGone();
              }}
            >
              Remove from the directory
            </Button>
          )}
          {page.mayDelete && (
            <Link
              to="/deleting"
              search={{ who: who.id }}
              className="flex min-h-8 items-center px-3 text-[13px] font-semibold text-brick hover:bg-water"
            >
              Delete for good…
            </Link>
          )}
          {page.mayGrant && (
            <Link to="/access" search={{ of: who.id }} className={plainLink}>
              Who sees and does what
            </Link>
          )}
          {page.mayReadHistory && (
            <Link to="/history" search={{ who: who.id }} className={plainLink}>
              What was done
            </Link>
          )}
          {!page.removed && <ArrangeWith who={who} />}
        </span>
      </div>
      {page.removed && <p className="pb-2 text-soft">{page.whyNot}</p>}
      {page.hasLane && <Today page={page} />}
      <Facts page={page} onSay={say} onAddress={(address) => sayAddress(who, page.version, address)} onGo={onGo} />
      <WaitingAddress page={page} />
      {page.hasLane && who.kind === "person" && (
        <section aria-labelledby="hours" className="mt-4 border-t border-rule pt-2">
          <h3 id="hours" className="mb-1 font-semibold">
            Hours <span className="font-normal text-soft">by the clock of where they work that day</span>
          </h3>
          <HoursLanes
            key={page.version}
            hours={page.hours}
            place={page.place}
            places={page.places}
            mayChange={page.mayChange}
            onKeep={(hours) => say({ hours }, `${who.givenName}’s hours are changed.`)}
          />
        </section>
      )}
      {page.hasLane && who.kind === "person" && <CalendarsPart who={who} />}
      {page.mayAdminister && who.inside && who.kind === "person" && <WayIn who={who} />}
      {who.kind === "group" && <GroupMeetings page={page} />}
      {who.kind === "group" && <Members page={page} onGo={onGo} />}
      {!page.mayChange && !page.removed && page.whyNot && <p className="mt-4 text-soft">{page.whyNot}</p>}
    </article>
  );
}

function ArrangeWith({ who }: { who: Page["who"] }) {
  const navigate = useNavigate();
  const desk = useQuery(deskQuery).data;
  return (
    <Button
      onClick={() => {
        // Whoever arranges with somebody in whose name they mostly do does it in their own.
        const own = desk && keptBy(desk)[0]?.id === who.id ? { inNameOf: desk.viewer.id } : {};
        beginArranging({ with: who, ...own });
        void navigate({ to: "/arrange" });
      }}
    >
      {who.kind === "room" ? `Arrange in ${who.name}` : `Arrange with ${who.givenName}`}
    </Button>
  );
}

function Today({ page }: { page: Page }) {
  const { who } = page;
  const day = useQuery(ownDayQuery(who.id, who.zone));
  const data = day.data;
  const now = useNow(data?.now ?? 0);
  const sheet = useEntrySheet();
  const shown = data?.days[0];
  const lane = shown?.lanes[0];
  if (!data || !shown || !lane) return <Wait query={day}>Reading the lane…</Wait>;
  return (
    <section aria-label={`Today of ${who.name}`}>
      <LaneBoard
        name={`${shown.label}, ${who.name}`}
        rows={[{ ...rowOfPerson(lane, shown, data.zones, now), title: shown.label }]}
        zones={data.zones.slice(0, 2)}
        now={now}
        height={92}
        headWidth={200}
        onOpen={(entry) => entry.id && sheet.open(entry.id, who.id, entry.occurrence)}
      />
      {!lane.known && <p className="text-soft">You may not see this calendar; Access asks for it.</p>}
      {sheet.sheet}
    </section>
  );
}
