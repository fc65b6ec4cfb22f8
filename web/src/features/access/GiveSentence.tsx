import { ask, client } from "../../api/client";
import type { Access } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useKept } from "../../app/hooks/useKept";
import { and } from "../../lane/words";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { StillHere } from "../../ui/StillHere";
import { allOfThem, GrantedCalendar } from "./GrantedCalendar";
import { onOne, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** Who is told, and cannot read it. */
const noWayIn = (names: string[]) => (names.length === 0 ? "" : ` ${and(names)} cannot sign in yet: an administrator makes a key.`);

/** Lets several people and groups see and do something, in one act. */
export function GiveSentence({ data, column, onDone }: { data: Access; column: number; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const managed = data.calendars.filter((c) => c.most);
  const opened = data.calendars[column]?.most ? data.calendars[column].who.id : (managed[0]?.who.id ?? "");
  const kept = useKept(`grant ${opened}`, () => ({
    owner: opened,
    people: [] as Chosen[],
    terms: usualTerms,
    line: "",
    on: allOfThem,
  }));
  const { owner, people, terms, line, on } = kept.value;
  const { edit } = kept;
  const one = on !== allOfThem;
  // The right to one that was kept may have ended meanwhile.
  const calendar = managed.find((c) => c.who.id === owner) ?? managed[0];
  if (!calendar) return <p className="border-t border-rule py-2 text-soft">You hold nothing that you may pass on.</p>;
  const outside = people.filter((p) => p.person?.inside === false);
  const inside = outside.length === 0;
  const names = and(people.map((p) => p.givenName));
  return (
    <form
      aria-label="Grant access"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule py-2 font-serif text-[20px] leading-[30px]"
      onSubmit={(e) => {
        e.preventDefault();
        if (people.length === 0) return;
        make(
          () =>
            ask(
              client.POST("/api/access/grants", {
                body: {
                  owner: calendar.who.id,
                  receivers: people.map((p) => p.id),
                  terms: inside ? terms : { ...terms, acting: "look", passOn: false },
                  line: line.trim() || null,
                  request: null,
                  calendar: one ? on : null,
                },
              }),
            ),
          (made) => `Granted to ${names}, who ${people.length === 1 ? "is" : "are"} told.${noWayIn(made.noWayIn)}`,
          () => {
            kept.forget();
            onDone();
          },
        );
      }}
    >
      {kept.restored && (
        <div className="basis-full font-sans">
          <StillHere onForget={kept.forget} />
        </div>
      )}
      <span>
        In{" "}
        <Part name="Whose calendar" value={calendar.own ? "your calendar" : `${calendar.who.givenName}’s calendar`} width={260}>
          {(close) => (
            <Choices<string>
              value={calendar.who.id}
              options={managed.map((c) => ({ value: c.who.id, label: c.own ? "your calendar" : c.who.name }))}
              onChoose={(id) => {
                edit({ owner: id, on: allOfThem });
                close();
              }}
            />
          )}
        </Part>
        , let{" "}
        <Part name="Who" value={people.length === 0 ? "whom" : names} empty={people.length === 0} width={400}>
          {() => <PeoplePicker label="Who" known chosen={people} onChange={(people) => edit({ people })} not={[calendar.who.id]} quiet />}
        </Part>{" "}
        <TermsSentence
          begin="see"
          lets
          owner={calendar.who}
          own={calendar.own}
          on={
            calendar.choices.length > 0 && (
              <GrantedCalendar
                calendar={calendar}
                value={on}
                onChoose={(on) => edit(on === allOfThem ? { on } : { on, terms: onOne(terms) })}
              />
            )
          }
          one={one}
          terms={terms}
          inside={inside}
          onEdit={(terms) => edit({ terms })}
        />
        . Tell them: <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={(line) => edit({ line })} />
      </span>
      <Button type="submit" look="filled" disabled={busy || people.length === 0} className="font-sans">
        {people.length < 2 ? `Grant${names ? ` to ${names}` : ""}` : `Grant to ${people.length}`}
      </Button>
      {problem && <FieldError>{problem.message}</FieldError>}
      {outside.length > 0 && (
        <p className="basis-full font-sans text-[14px] leading-5 text-soft">
          {and(outside.map((p) => p.givenName))} {outside.length === 1 ? "is" : "are"} outside and cannot sign in: what they may see of the
          next 90 days goes to them by mail, as a calendar file, as it stands today.
        </p>
      )}
    </form>
  );
}
