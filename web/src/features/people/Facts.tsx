import type { ReactNode } from "react";
import type { Person, PersonPage, PersonSaid } from "../../api/types";
import { and, cityOf } from "../../lane/words";
import { Part } from "../../sentence/Part";
import { PeoplePicker } from "../../sentence/PeoplePicker";
import { ZonePicker } from "../../sentence/ZonePicker";
import { Button } from "../../ui/Button";
import { linesOf } from "./said";
import { SaidPart } from "./SaidPart";

interface Props {
  page: PersonPage;
  onSay: (said: Partial<PersonSaid>, words: string) => void;
  onAddress: (address: string) => void;
  onGo: (id: string) => void;
}

/** What is known of somebody, a group or a room, as sentences whose parts are changed in place. */
export function Facts({ page, onSay, onAddress, onGo }: Props) {
  const { who } = page;
  return (
    <div className="mt-3 grid gap-1.5 text-[15px] leading-7">
      {who.kind === "person" && <PersonFacts page={page} onSay={onSay} onAddress={onAddress} onGo={onGo} />}
      {(who.kind === "room" || who.kind === "resource") && <RoomFacts page={page} onSay={onSay} />}
      {who.kind === "group" && (
        <p>
          <Text
            page={page}
            name="Name"
            words={who.name}
            value={who.name}
            onSay={(name) => onSay({ name }, `The group is called ${name}.`)}
          />
          {page.everyone === 0
            ? " has nobody in it yet."
            : ` is ${page.everyone === 1 ? "one person" : `${page.everyone} people`}, asked as one word; who is in it when a meeting is sent is invited.`}
        </p>
      )}
      {page.groups.length > 0 && (
        <p>
          In{" "}
          {page.groups.map((g, i) => (
            <span key={g.id}>
              {i > 0 && (i === page.groups.length - 1 ? " and " : ", ")}
              <Go who={g} onGo={onGo} />
            </span>
          ))}
          .
        </p>
      )}
      <p>
        <Lines
          page={page}
          name="Note"
          words={page.note ?? "Add a note"}
          empty={!page.note}
          value={page.note ?? ""}
          hint={page.keptFor ? `Seen by who keeps ${page.keptFor.givenName}’s calendar.` : "Seen by everyone inside."}
          onSay={(note) => onSay({ note }, "The note is kept.")}
        />
      </p>
    </div>
  );
}

function PersonFacts({ page, onSay, onAddress, onGo }: Props) {
  const { who } = page;
  const city = cityOf(who.zone);
  const phones = page.telephones;
  const addresses = [who.address, ...page.otherAddresses];
  return (
    <>
      <p>
        <Text page={page} name="Name" words={who.name} value={who.name} onSay={(name) => onSay({ name }, `They are called ${name}.`)} />,{" "}
        <Text
          page={page}
          name="What they do"
          words={who.post ?? "what they do"}
          empty={!who.post}
          value={who.post ?? ""}
          onSay={(post) => onSay({ post }, post ? `${who.givenName} is ${post}.` : "That is no longer told.")}
        />
        , at home in{" "}
        <Text
          page={page}
          name="Usual place"
          words={page.place ?? "a place"}
          empty={!page.place}
          value={page.place ?? ""}
          offered={page.places}
          onSay={(place) => onSay({ place }, place ? `${who.givenName} is at home in ${place}.` : "The place is no longer told.")}
        />
        , by the clock of <Zone page={page} city={city} onSay={onSay} />; hours {page.hoursWords}.
      </p>
      <p>
        Mail goes to <Text page={page} name="First address" words={who.address} value={who.address} onSay={onAddress} />
        {(page.mayChange || addresses.length > 1) && (
          <>
            {addresses.length > 1 ? "; also theirs " : "; "}
            <Lines
              page={page}
              name="Other addresses"
              words={page.otherAddresses.length > 0 ? and(page.otherAddresses) : "Add another address"}
              empty={page.otherAddresses.length === 0}
              value={page.otherAddresses.join("\n")}
              hint="An address a line. Mail from them is known as theirs."
              onSay={(text) => onSay({ otherAddresses: linesOf(text) }, "The addresses are kept.")}
            />
          </>
        )}
        . Telephone{" "}
        <Lines
          page={page}
          name="Telephone numbers"
          words={phones.length > 0 ? and(phones) : "not known"}
          empty={phones.length === 0}
          value={phones.join("\n")}
          hint="A number a line, perhaps with a word before it."
          onSay={(text) => onSay({ telephones: linesOf(text) }, "The numbers are kept.")}
        />
        .
      </p>
      {!who.inside && (
        <p>
          {page.assistant && !page.mayChange ? (
            <>
              <Go who={page.assistant} onGo={onGo} /> keeps their calendar.
            </>
          ) : (
            <AssistantPart page={page} onSay={onSay} onGo={onGo} />
          )}
        </p>
      )}
    </>
  );
}

function AssistantPart({ page, onSay, onGo }: Omit<Props, "onAddress">) {
  return (
    <>
      <Part name="Who keeps their calendar" value={page.assistant?.name ?? "Nobody known"} empty={!page.assistant} width={400}>
        {(close) => (
          <>
            <PeoplePicker
              label="Who keeps their calendar"
              known
              quiet
              chosen={[]}
              not={[page.who.id]}
              onChange={(chosen) => {
                const one = chosen[0];
                if (!one) return;
                close();
                onSay({ assistant: one.id }, `${one.name} keeps the calendar of ${page.who.name}.`);
              }}
            />
            {page.assistant && (
              <Button
                look="plain"
                onClick={() => {
                  close();
                  onSay({ assistant: "" }, "Nobody is known to keep their calendar.");
                }}
              >
                Nobody
              </Button>
            )}
          </>
        )}
      </Part>{" "}
      {page.assistant ? "keeps their calendar" : "is not known"}
      {page.assistant && (
        <>
          , <Go who={page.assistant} onGo={onGo} words="to their page" />
        </>
      )}
      .
    </>
  );
}

function RoomFacts({ page, onSay }: Omit<Props, "onGo" | "onAddress">) {
  const { who } = page;
  return (
    <p>
      <Text page={page} name="Name" words={who.name} value={who.name} onSay={(name) => onSay({ name }, `It is called ${name}.`)} /> holds{" "}
      <Text
        page={page}
        name="Seats"
        words={page.capacity ? String(page.capacity) : "how many"}
        empty={!page.capacity}
        value={page.capacity ? String(page.capacity) : ""}
        onSay={(text) =>
          onSay({ capacity: text === "" ? 0 : Number(text) || -1 }, text ? `${who.name} holds ${text}.` : "The seats are no longer told.")
        }
      />
      , has{" "}
      <Lines
        page={page}
        name="Features"
        words={page.features.length > 0 ? and(page.features) : "nothing told"}
        empty={page.features.length === 0}
        value={page.features.join("\n")}
        hint="What it has, a line each."
        onSay={(text) => onSay({ features: linesOf(text) }, "What it has is kept.")}
      />
      , and stands in{" "}
      <Text
        page={page}
        name="Place"
        words={who.town}
        value={page.place ?? ""}
        offered={page.places}
        onSay={(place) => onSay({ place }, `${who.name} stands in ${place}.`)}
      />
      . Mail for it goes to {who.address}.
    </p>
  );
}

function Zone({ page, city, onSay }: { page: PersonPage; city: string; onSay: Props["onSay"] }) {
  if (!page.mayChange) return <>{city}</>;
  return (
    <Part name="Zone" value={city} width={320}>
      {(close) => (
        <ZonePicker
          label="The zone of home"
          onChoose={(zone) => {
            close();
            onSay({ zone: zone.id }, `${page.who.givenName} is at home by the clock of ${zone.label}.`);
          }}
        />
      )}
    </Part>
  );
}

interface TextProps {
  page: PersonPage;
  name: string;
  words: string;
  value: string;
  empty?: boolean;
  offered?: string[];
  hint?: string;
  onSay: (text: string) => void;
}

/** Typed where the reader may change it, words otherwise. */
function Text({ page, onSay, words, empty = false, ...rest }: TextProps) {
  if (!page.mayChange) return <>{empty ? "" : words}</>;
  return <SaidPart {...rest} words={words} empty={empty} onSay={onSay} />;
}

function Lines({ page, onSay, words, empty = false, ...rest }: TextProps) {
  if (!page.mayChange) return <>{empty && rest.name === "Note" ? "" : words}</>;
  return <SaidPart {...rest} lines words={words} empty={empty} onSay={onSay} />;
}

/** A name that leads to its page. */
export function Go({ who, words, onGo }: { who: Person; words?: ReactNode; onGo: (id: string) => void }) {
  return (
    <button type="button" className="text-sea underline decoration-dotted underline-offset-4" onClick={() => onGo(who.id)}>
      {words ?? who.name}
    </button>
  );
}
