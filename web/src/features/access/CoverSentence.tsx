import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { coverQuery } from "../../api/queries";
import type { Access } from "../../api/types";
import { useAway } from "../../app/parts/away";
import { useChange } from "../../app/hooks/useChange";
import { and } from "../../lane/words";
import { DatePart } from "../../sentence/DatePart";
import { TypedPart } from "../../sentence/Part";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";
import { PersonPart } from "../../sentence/PersonPart";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Flag } from "../../lane/Flag";

/** While an assistant is away somebody covers: one step for all their principals, for some days. */
export function CoverSentence({ data, onDone }: { data: Access; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const self = data.calendars.find((c) => c.own)?.who;
  const [away, setAway] = useState<Chosen | undefined>(self && chosenOf(self));
  const [{ cover, first, last, line }, setAbsence] = useAway();
  const held = useQuery({ ...coverQuery(away?.id ?? ""), enabled: away !== undefined });
  const given = (held.data?.calendars ?? []).filter((c) => c.mayPassOn && c.owner.id !== cover?.id);
  const left = (held.data?.calendars ?? []).filter((c) => !c.mayPassOn);
  const wrong = first && last && last < first ? "It ends before it starts." : undefined;
  const ready = cover !== undefined && first !== "" && last !== "" && !wrong && given.length > 0;
  const submit = () => {
    if (!away || !cover || !ready) return;
    make(
      () => ask(client.POST("/api/access/covers", { body: { away: away.id, cover: cover.id, first, last, line: line.trim() || null } })),
      `${cover.name} covers for ${and(given.map((c) => c.owner.givenName))}, and is told.`,
      onDone,
    );
  };
  return (
    <form
      aria-label="Cover"
      className="border-t border-rule py-2"
      onSubmit={(e) => {
        e.preventDefault();
        submit();
      }}
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 font-serif text-[20px] leading-[30px]">
        <span>
          While <PersonPart name="Who is away" words={away && (away.id === self?.id ? "you" : away.name)} onChoose={setAway} />{" "}
          {away?.id === self?.id ? "are" : "is"} away from{" "}
          <DatePart name="First day" value={first} onChange={(first) => setAbsence({ first })} /> to{" "}
          <DatePart name="Last day" value={last} wrong={wrong} onChange={(last) => setAbsence({ last })} />,{" "}
          <PersonPart name="Who covers" words={cover?.name} not={away ? [away.id] : []} onChoose={(cover) => setAbsence({ cover })} />{" "}
          covers. Tell them:{" "}
          <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={(line) => setAbsence({ line })} />
        </span>
        <Button type="submit" look="filled" disabled={busy || !ready} className="font-sans">
          {cover ? `Let ${cover.givenName} cover for ${given.length}` : "Let them cover"}
        </Button>
        {away?.id === self?.id && (
          <Link to="/handover" className="flex min-h-8 items-center font-sans text-[13px] text-sea underline underline-offset-4">
            Hand over what is open
          </Link>
        )}
      </div>
      {wrong && <p className="font-semibold text-brick">{wrong}</p>}
      {problem && <FieldError>{problem.message}</FieldError>}
      {held.data && (
        <ul aria-label="What is covered" className="mt-1 flex flex-wrap gap-x-6 gap-y-1">
          {given.map((c) => (
            <li key={c.owner.id} className="flex items-center gap-1.5">
              <Flag flag={c.owner.flag} height={18} />
              <span className="font-semibold">{c.owner.name}</span> <span className="text-soft">{c.words}</span>
            </li>
          ))}
          {left.map((c) => (
            <li key={c.owner.id} className="flex items-center gap-1.5">
              <Flag flag={c.owner.flag} height={18} />
              <span className="font-semibold">{c.owner.name}</span>{" "}
              <span className="text-brass">not covered: only {c.owner.givenName} can grant that</span>
            </li>
          ))}
          {given.length + left.length === 0 && (
            <li className="text-soft">{away?.name ?? "They"} hold nothing here that you may pass on.</li>
          )}
        </ul>
      )}
    </form>
  );
}
