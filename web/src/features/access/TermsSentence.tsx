import type { ReactNode } from "react";
import type { Person, Terms } from "../../api/types";
import { DatePart } from "../../sentence/DatePart";
import { Choices, Part } from "../../sentence/Part";
import { actingLabel, actings, isInOne, sightJoin, sights, sightWord, withActing, withSight } from "./terms";

interface Props {
  /** Who sees, as the sentence begins: "Ines Quadros sees", "Let … see". */
  begin: ReactNode;
  /** Whose it is; undefined until somebody is chosen. */
  owner: Pick<Person, "givenName"> | undefined;
  own: boolean;
  terms: Terms;
  onEdit: (terms: Terms) => void;
  /** What is held, what is asked for, or a default, of which only what is seen and done is said. */
  kind?: "held" | "asked" | "default";
  /** Who is outside only looks. */
  inside: boolean;
  /** The one calendar, in words, or the part that chooses it; null for all of the owner's. */
  on?: ReactNode;
  /** Whether it begins with "let", so that what they may do follows as "see" does. */
  lets?: boolean;
  /** It is for one calendar, in which nobody speaks for somebody. */
  one?: boolean;
}

/** What somebody may see and do, as a sentence whose parts are chosen. */
export function TermsSentence({ begin, owner, own, terms, onEdit, kind = "held", inside, on, one = false, lets = false }: Props) {
  const whose = own ? "your" : owner ? `${owner.givenName}’s` : "their";
  const held = kind === "held";
  const speaksFor = `speak for ${own ? "you" : (owner?.givenName ?? "them")}`;
  const asked = { look: "no more", add: "to add to it", change: "to change it", speakFor: `to ${speaksFor}` };
  const acting = kind === "asked" ? asked[terms.acting] : terms.acting === "speakFor" ? speaksFor : actingLabel(terms.acting);
  return (
    <span>
      {begin} {terms.sight === "outline" && "the "}
      <Part name="Sees" value={sightWord(terms.sight)} width={300}>
        {(close) => (
          <Choices
            value={terms.sight}
            options={sights}
            onChoose={(sight) => {
              onEdit(withSight(terms, sight));
              close();
            }}
          />
        )}
      </Part>{" "}
      {sightJoin(terms.sight)} {on || `${whose} calendar`}
      {(held || terms.private) && (
        <>
          , <Private value={terms.private} onChoose={(value) => onEdit({ ...terms, private: value })} />
        </>
      )}
      {inside && (
        <>
          {kind === "asked" ? " and " : lets ? ", and " : ", and may "}
          <Part name="May" value={acting} width={320}>
            {(close) => (
              <Choices
                value={terms.acting}
                options={one ? actings.filter((a) => isInOne(a.value)) : actings}
                onChoose={(value) => {
                  onEdit(withActing(terms, value));
                  close();
                }}
              />
            )}
          </Part>
        </>
      )}
      {held && (
        <>
          , from <DatePart name="From" value={terms.from ?? ""} open="now" onChange={(from) => onEdit({ ...terms, from: from || null })} />
        </>
      )}
      {kind !== "default" && (
        <>
          {held ? " to " : ", until "}
          <DatePart
            name="Until"
            value={terms.until ?? ""}
            open={held ? "no end" : "withdrawn"}
            onChange={(until) => onEdit({ ...terms, until: until || null })}
          />
        </>
      )}
      {held && inside && (
        <>
          ;{" "}
          <Part name="Pass on" value={terms.passOn ? "may share it further" : "may not share it further"} width={260}>
            {(close) => (
              <Choices<string>
                value={terms.passOn ? "yes" : "no"}
                options={[
                  { value: "no", label: "may not share it further" },
                  { value: "yes", label: "may share it further", note: "as much or less" },
                ]}
                onChoose={(value) => {
                  onEdit({ ...terms, passOn: value === "yes" });
                  close();
                }}
              />
            )}
          </Part>
        </>
      )}
    </span>
  );
}

function Private({ value, onChoose }: { value: boolean; onChoose: (value: boolean) => void }) {
  return (
    <Part name="Private entries" value={value ? "private entries too" : "without private entries"} width={260}>
      {(close) => (
        <Choices<string>
          value={value ? "yes" : "no"}
          options={[
            { value: "no", label: "without private entries" },
            { value: "yes", label: "private entries too" },
          ]}
          onChoose={(v) => {
            onChoose(v === "yes");
            close();
          }}
        />
      )}
    </Part>
  );
}
