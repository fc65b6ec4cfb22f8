import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Sight, Terms } from "../../api/types";
import { useChanges } from "../../app/changes";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { sightLabel, sights, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** Asks somebody for access to their calendar, and where one likes offers one's own in the same act. */
export function AskSentence({ onDone }: { onDone: () => void }) {
  const { run } = useChanges();
  const [whom, setWhom] = useState<Chosen>();
  const [terms, setTerms] = useState<Terms>(usualTerms);
  const [offer, setOffer] = useState<Sight>("nothing");
  const [words, setWords] = useState("");
  return (
    <form
      aria-label="Ask for access"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule py-2 font-serif text-[20px] leading-[30px]"
      onSubmit={(e) => {
        e.preventDefault();
        if (!whom) return;
        run(
          ask(
            client.POST("/api/access/requests", {
              body: {
                owner: whom.id,
                terms: { ...terms, from: null, passOn: false },
                words: words.trim() || null,
                offer: offer === "nothing" ? null : { ...usualTerms, sight: offer },
              },
            }),
          ),
          `${whom.name} is asked${offer === "nothing" ? "" : ` and sees ${sightLabel(offer)} of your calendar`}.`,
        );
        onDone();
      }}
    >
      <span>
        Ask{" "}
        <Part name="Whom" value={whom?.name ?? "whom"} empty={!whom} width={400}>
          {(close) => (
            <PeoplePicker
              label="Whom"
              known
              quiet
              chosen={whom ? [whom] : []}
              onChange={(chosen) => {
                setWhom(chosen.at(-1));
                if (chosen.length > 0) close();
              }}
            />
          )}
        </Part>{" "}
        <TermsSentence
          begin="to let you see"
          owner={{ givenName: whom?.givenName ?? "their" }}
          own={false}
          terms={terms}
          inside
          kind="asked"
          onEdit={setTerms}
        />
        ; in return they see{" "}
        <Part name="In return" value={offer === "nothing" ? "nothing more" : sightLabel(offer)} width={300}>
          {(close) => (
            <Choices
              value={offer}
              options={sights.map((s) => (s.value === "nothing" ? { value: s.value, label: "nothing more" } : s))}
              onChoose={(sight) => {
                setOffer(sight);
                close();
              }}
            />
          )}
        </Part>{" "}
        of yours: <TypedPart name="Why" value={words} placeholder="why" longest={500} onChange={setWords} />
      </span>
      <Button type="submit" look="filled" disabled={!whom} className="font-sans">
        Ask {whom?.givenName ?? "for access"}
      </Button>
    </form>
  );
}
