import { ask, client } from "../../api/client";
import type { Sight } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useKept } from "../../app/hooks/useKept";
import { Choices, Part, TypedPart } from "../../sentence/Part";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { StillHere } from "../../ui/StillHere";
import { sightJoin, sights, sightWord, usualTerms } from "./terms";
import { TermsSentence } from "./TermsSentence";

/** Asks somebody for access to their calendar, and where one likes offers one's own in the same act. */
export function AskSentence({ onDone }: { onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const kept = useKept("ask for access", () => ({ whom: [] as Chosen[], terms: usualTerms, offer: "nothing" as Sight, words: "" }));
  const { terms, offer, words } = kept.value;
  const [whom] = kept.value.whom;
  const { edit } = kept;
  return (
    <form
      aria-label="Ask for access"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule py-2 font-serif text-[20px] leading-[30px]"
      onSubmit={(e) => {
        e.preventDefault();
        if (!whom) return;
        make(
          () =>
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
          `${whom.name} is asked${offer === "nothing" ? "" : ` and sees ${sightWord(offer)} ${sightJoin(offer)} your calendar`}.`,
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
        Ask{" "}
        <Part name="Whom" value={whom?.name ?? "whom"} empty={!whom} width={400}>
          {(close) => (
            <PeoplePicker
              label="Whom"
              known
              quiet
              chosen={whom ? [whom] : []}
              onChange={(chosen) => {
                edit({ whom: chosen.slice(-1) });
                if (chosen.length > 0) close();
              }}
            />
          )}
        </Part>{" "}
        <TermsSentence
          begin="to let you see"
          owner={whom}
          own={false}
          terms={terms}
          inside
          kind="asked"
          onEdit={(terms) => edit({ terms })}
        />
        ; in return they see{" "}
        <Part name="In return" value={offer === "nothing" ? "nothing more" : sightWord(offer)} width={300}>
          {(close) => (
            <Choices
              value={offer}
              options={sights.map((s) => (s.value === "nothing" ? { value: s.value, label: "nothing more" } : s))}
              onChoose={(sight) => {
                edit({ offer: sight });
                close();
              }}
            />
          )}
        </Part>{" "}
        of yours: <TypedPart name="Why" value={words} placeholder="why" longest={500} onChange={(words) => edit({ words })} />
      </span>
      <Button type="submit" look="filled" disabled={busy || !whom} className="font-sans">
        Ask {whom?.givenName ?? "for access"}
      </Button>
      {problem && <FieldError>{problem.message}</FieldError>}
    </form>
  );
}
