import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { coverQuery, sessionQuery } from "../../api/queries";
import type { Person } from "../../api/types";
import { and } from "../../lane/words";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PersonPart } from "../../sentence/PersonPart";
import { languages } from "./drafts";
import { FromTo } from "./FromTo";
import { coverMay, invitations, reasonTold, textsOf, type Said } from "./said";

interface Props {
  said: Said;
  onChange: (part: Partial<Said>) => void;
}

/** A part with the stop after it, which never begins a line. */
export function Ended({ children }: { children: ReactNode }) {
  return <span className="whitespace-nowrap [&_button]:whitespace-normal">{children}.</span>;
}

interface OfProps extends Props {
  /** Who is away. */
  who: Person;
}

/** Whole days, or from an hour of the first to an hour of the last. */
export function Hours({ said, onChange }: Props) {
  const whole = !said.from && !said.to;
  const words = whole ? "whole days" : `from ${said.from || "00:00"} of the first to ${said.to || "24:00"} of the last`;
  return (
    <FromTo
      name="What hours"
      words={words}
      value={said}
      labels={{ from: "From, on the first day", to: "To, on the last" }}
      whole="Whole days"
      onChange={onChange}
    />
  );
}

/** Who covers, and what they may do meanwhile where the reader may let them. */
export function Cover({ who, mayLend, isNew, said, onChange }: OfProps & { mayLend: boolean; isNew: boolean }) {
  const may = coverMay(who.givenName);
  const own = useQuery(sessionQuery).data?.address === who.address;
  return (
    <>
      <PersonPart
        name="Who covers"
        words={said.covers?.name}
        not={[who.id]}
        onChoose={(covers) =>
          onChange({
            covers,
            coverMay: covers ? said.coverMay : "asNow",
            coversPrincipals: covers !== undefined && said.coversPrincipals,
            invitations: covers || said.invitations !== "passedOn" ? said.invitations : "declined",
          })
        }
      />{" "}
      covers
      {said.covers && (mayLend || said.coverMay !== "asNow") && (
        <>
          {" and "}
          <Part name="What they may do meanwhile" value={may.find((m) => m.value === said.coverMay)?.label ?? ""} width={320}>
            {(close) => (
              <Choices
                value={said.coverMay}
                options={may}
                onChoose={(chosen) => {
                  onChange({ coverMay: chosen });
                  close();
                }}
              />
            )}
          </Part>{" "}
          meanwhile
        </>
      )}
      {said.covers && own && isNew && <Principals who={who} said={said} onChange={onChange} />}.
    </>
  );
}

/** Of one's own absence: whether who covers keeps the calendars that one keeps, meanwhile. */
function Principals({ who, said, onChange }: OfProps) {
  const held = useQuery(coverQuery(who.id)).data?.calendars.filter((c) => c.mayPassOn && c.owner.id !== said.covers?.id) ?? [];
  if (held.length === 0) return null;
  const options = [
    { value: 0, label: "keeps no other calendar" },
    { value: 1, label: `keeps those of ${and(held.map((c) => c.owner.givenName))}`, note: "with what you may do there" },
  ];
  return (
    <>
      {", and "}
      <Part name="Whose calendars they keep meanwhile" value={options[said.coversPrincipals ? 1 : 0]?.label ?? ""} width={320}>
        {(close) => (
          <Choices<number>
            value={said.coversPrincipals ? 1 : 0}
            options={options}
            onChoose={(chosen) => {
              onChange({ coversPrincipals: chosen === 1 });
              close();
            }}
          />
        )}
      </Part>{" "}
      on those days
    </>
  );
}

/** The reason, and to whom it shows. */
export function Why({ said, onChange }: Props) {
  return (
    <>
      <TypedPart name="Why" value={said.reason} placeholder="a reason" longest={200} onChange={(reason) => onChange({ reason })} />
      {said.reason.trim() ? (
        <>
          , told to{" "}
          <Part name="To whom the reason shows" value={reasonTold.find((r) => r.value === said.reasonTo)?.label ?? ""} width={300}>
            {(close) => (
              <Choices
                value={said.reasonTo}
                options={reasonTold}
                onChoose={(reasonTo) => {
                  onChange({ reasonTo });
                  close();
                }}
              />
            )}
          </Part>{" "}
          and nobody else.
        </>
      ) : (
        "."
      )}
    </>
  );
}

/** What becomes of what comes for that time. */
export function Invitations({ said, onChange }: Props) {
  return (
    <Part name="New invitations" value={invitations.find((i) => i.value === said.invitations)?.label ?? ""} width={330}>
      {(close) => (
        <Choices
          value={said.invitations}
          options={said.covers ? invitations : invitations.filter((i) => i.value !== "passedOn")}
          onChoose={(chosen) => {
            onChange({ invitations: chosen });
            close();
          }}
        />
      )}
    </Part>
  );
}

/** What those read who ask for that time or write, as they get it. */
export function Texts({
  who,
  said,
  languages: chosen,
  onLanguages,
  onChange,
}: OfProps & { languages: string[]; onLanguages: (next: string[]) => void }) {
  const texts = textsOf(said, chosen);
  const names = ["English", ...languages.filter((l) => chosen.includes(l.id)).map((l) => l.name)];
  const byHand = said.inside !== undefined && said.outside !== undefined;
  return (
    <div className="mt-2 grid gap-x-3 min-[560px]:grid-cols-2">
      {(["inside", "outside"] as const).map((reader) => (
        <label key={reader} className="block">
          <span className="text-soft">To people {reader}, once each</span>
          <textarea
            value={texts[reader]}
            maxLength={1000}
            rows={4}
            onChange={(e) => onChange({ [reader]: e.target.value })}
            className="block w-full resize-y bg-water px-2.5 py-1.5 outline-offset-0"
          />
        </label>
      ))}
      <p className="pt-1 text-[13px] text-soft min-[560px]:col-span-2">
        {byHand ? (
          "Written by hand."
        ) : (
          <>
            Drafted in{" "}
            <Ended>
              <Part name="In which languages" value={names.join(" and ")} width={240}>
                {() => (
                  <fieldset>
                    <legend className="text-soft">Beside English</legend>
                    {languages.map((l) => (
                      <label key={l.id} className="flex min-h-8 items-center gap-2">
                        <input
                          type="checkbox"
                          checked={chosen.includes(l.id)}
                          onChange={(e) => onLanguages(e.target.checked ? [...chosen, l.id] : chosen.filter((c) => c !== l.id))}
                          className="size-4 accent-sea"
                        />
                        {l.name}
                      </label>
                    ))}
                  </fieldset>
                )}
              </Part>
            </Ended>
          </>
        )}{" "}
        They go by letter from {who.address ?? who.name}, with “Away:” before the subject of what was written. An empty one is not sent.
      </p>
    </div>
  );
}
