import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Leaving as Hangs } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useKeys } from "../../app/keys";
import { and, count } from "../../lane/words";
import { Part } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { leavingQuery } from "./queries";

/** Somebody leaves: what hangs on them is handed on in one step, and their way in is closed. */
export function Leaving() {
  const { who } = useSearch({ from: "/leaving" });
  const hangs = useQuery(leavingQuery(who ?? ""));
  useKeys({}, []);
  if (!hangs.data) return <Wait query={hangs} />;
  return <Loaded hangs={hangs.data} />;
}

function Loaded({ hangs }: { hangs: Hangs }) {
  const { who } = hangs;
  const [to, setTo] = useState<Chosen>();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { busy, problem, make } = useChange();
  return (
    <div className="max-w-[760px] px-6 pb-8">
      <h1 className="pt-3 pb-2.5 font-serif text-[24px] leading-9">
        {who.name} leaves, and{" "}
        <Part
          name="Who takes over"
          value={to ? to.name : "nobody yet"}
          empty={!to}
          wrong={problem?.field === "to" ? problem.message : undefined}
        >
          {(close) => (
            <PeoplePicker
              label="Who takes over"
              chosen={to ? [to] : []}
              known
              not={[who.id]}
              onChange={(chosen) => {
                setTo(chosen.at(-1));
                if (chosen.length > 0) close();
              }}
            />
          )}
        </Part>{" "}
        takes over.
      </h1>
      <h2 className="pt-2 font-semibold">What happens</h2>
      <ul className="mt-1 border-t border-rule">
        {linesOf(hangs, to?.givenName).map((line) => (
          <li key={line} className="border-b border-rule py-2">
            {line}
          </li>
        ))}
      </ul>
      <p className="pt-3 text-soft">
        {to
          ? `Nobody is given a person’s calendar by this: ${to.givenName} takes each meeting, and each of those asked decides.`
          : "Without anybody to take over it only ends; the meetings stay as they are until somebody organises them."}{" "}
        All but the sign-in can be undone.
      </p>
      {problem && problem.field !== "to" && <FieldError>{problem.message}</FieldError>}
      <div className="flex flex-wrap gap-2 pt-4">
        <Button
          look="grave"
          disabled={busy}
          onClick={() =>
            make(
              () => ask(client.POST("/api/people/{id}/leaving", { params: { path: { id: who.id } }, body: { to: to?.id ?? null } })),
              (left) => `${who.givenName} has left.${saysOf(left, to?.givenName)}`,
              () => {
                void queries.invalidateQueries({ queryKey: ["account"] });
                void navigate({ to: "/people", search: { who: who.id } });
              },
            )
          }
        >
          {`${who.givenName} leaves`}
        </Button>
        <Button look="plain" onClick={() => void navigate({ to: "/people", search: { who: who.id } })}>
          Not now
        </Button>
      </div>
    </div>
  );
}

/** What hangs on them, and what becomes of it. */
function linesOf(hangs: Hangs, to: string | undefined): string[] {
  const { who, meetings, series, speaksFor, kept, others, groups, links } = hangs;
  const lines = [`${who.givenName} can no longer sign in, nor any of their devices. What they have open ends.`];
  const ahead = `${count(meetings, "One meeting", "meetings")} ahead${series > 0 ? `, ${count(series, "one of them a series", "of them series")},` : ""}`;
  if (meetings > 0)
    lines.push(
      to
        ? `${ahead} ${meetings === 1 ? "is" : "are"} offered to ${to}, to organise.`
        : `${ahead} ${meetings === 1 ? "has" : "have"} nobody to organise ${meetings === 1 ? "it" : "them"}.`,
    );
  if (hangs.private > 0)
    lines.push(`${count(hangs.private, "One private meeting", "private meetings")} ahead: offered to nobody, and left as it is.`);
  if (speaksFor.length > 0) {
    const names = and(speaksFor.map((p) => p.name));
    lines.push(
      to
        ? `${names} ${speaksFor.length === 1 ? "is" : "are"} asked to let ${to} speak for them.`
        : `${who.givenName} speaks for ${names} no longer.`,
    );
  }
  if (kept.length > 0) {
    const names = and(kept.map((p) => p.name));
    lines.push(
      to
        ? `${to} sees and does in the ${kept.length === 1 ? "calendar" : "calendars"} of ${names} what ${who.givenName} could, at once.`
        : `${who.givenName} sees and does nothing in the ${kept.length === 1 ? "calendar" : "calendars"} of ${names} any more.`,
    );
  }
  if (others > 0)
    lines.push(
      to
        ? `${count(others, "The owner of one more calendar is", "owners of more calendars are")} asked to let ${to} see and do there what ${who.givenName} could.`
        : `${who.givenName} sees ${count(others, "one more calendar", "more calendars")} no longer.`,
    );
  if (groups.length > 0) lines.push(`${who.givenName} is taken out of ${and(groups)}.`);
  if (links > 0)
    lines.push(`${count(links, "One link", "links")} to ${who.givenName}’s calendar ${links === 1 ? "leads" : "lead"} nowhere any more.`);
  return lines;
}

const saysOf = ({ offered, asked, handed }: { offered: number; asked: number; handed: number }, to: string | undefined) =>
  to === undefined
    ? ""
    : `${handed > 0 ? ` ${to} takes over ${count(handed, "the calendar of one room or group", "calendars of rooms and groups")}.` : ""}${offered > 0 ? ` ${count(offered, "One meeting is", "meetings are")} offered to ${to}.` : ""}${asked > 0 ? ` ${count(asked, "One is", "are")} asked to let ${to} in.` : ""}`;
