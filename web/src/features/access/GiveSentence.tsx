import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Access } from "../../api/types";
import { useChanges } from "../../app/changes";
import { and } from "../../lane/words";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { allOfThem, GrantedCalendar } from "./GrantedCalendar";
import { onOne, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** Who is told, and cannot read it. */
const noWayIn = (names: string[]) => (names.length === 0 ? "" : ` ${and(names)} cannot sign in yet: an administrator makes a key.`);

/** Lets several people and groups see and do something, in one act. */
export function GiveSentence({ data, column, onDone }: { data: Access; column: number; onDone: () => void }) {
  const { run } = useChanges();
  const managed = data.calendars.filter((c) => c.most);
  const [owner, setOwner] = useState(data.calendars[column]?.most ? data.calendars[column].who.id : (managed[0]?.who.id ?? ""));
  const [people, setPeople] = useState<Chosen[]>([]);
  const [terms, setTerms] = useState(usualTerms);
  const [line, setLine] = useState("");
  const [on, setOn] = useState(allOfThem);
  const one = on !== allOfThem;
  const calendar = managed.find((c) => c.who.id === owner);
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
        run(
          ask(
            client.POST("/api/access/grants", {
              body: {
                owner,
                receivers: people.map((p) => p.id),
                terms: inside ? terms : { ...terms, acting: "look", passOn: false },
                line: line.trim() || null,
                request: null,
                calendar: one ? on : null,
              },
            }),
          ),
          (made) => `Granted to ${names}, who ${people.length === 1 ? "is" : "are"} told.${noWayIn(made.noWayIn)}`,
        );
        onDone();
      }}
    >
      <span>
        In{" "}
        <Part name="Whose calendar" value={calendar.own ? "your calendar" : `${calendar.who.givenName}’s calendar`} width={260}>
          {(close) => (
            <Choices<string>
              value={owner}
              options={managed.map((c) => ({ value: c.who.id, label: c.own ? "your calendar" : c.who.name }))}
              onChoose={(id) => {
                setOwner(id);
                setOn(allOfThem);
                close();
              }}
            />
          )}
        </Part>
        , let{" "}
        <Part name="Who" value={people.length === 0 ? "whom" : names} empty={people.length === 0} width={400}>
          {() => <PeoplePicker label="Who" known chosen={people} onChange={setPeople} not={[owner]} quiet />}
        </Part>{" "}
        <TermsSentence
          begin="see"
          owner={calendar.who}
          own={calendar.own}
          on={
            calendar.choices.length > 0 && (
              <GrantedCalendar
                calendar={calendar}
                value={on}
                onChoose={(id) => {
                  setOn(id);
                  if (id !== allOfThem) setTerms(onOne);
                }}
              />
            )
          }
          one={one}
          terms={terms}
          inside={inside}
          onEdit={setTerms}
        />
        . Tell them: <TypedPart name="A line with it" value={line} placeholder="a line" longest={500} onChange={setLine} />
      </span>
      <Button type="submit" look="filled" disabled={people.length === 0} className="font-sans">
        {people.length < 2 ? `Grant it${names ? ` to ${names}` : ""}` : `Grant it to ${people.length}`}
      </Button>
      {outside.length > 0 && (
        <p className="basis-full font-sans text-[14px] leading-5 text-soft">
          {and(outside.map((p) => p.givenName))} {outside.length === 1 ? "is" : "are"} outside and cannot sign in: what they may see of the
          next 90 days goes to them by mail, as a calendar file, as it stands today.
        </p>
      )}
    </form>
  );
}
