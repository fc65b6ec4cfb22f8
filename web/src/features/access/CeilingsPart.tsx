import { ask, client } from "../../api/client";
import type { Access, Ceiling, Terms } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Choices, Part } from "../../sentence/Part";
import { actingLabel, actings, sights, sightWord, withActing, withSight } from "./terms";

/** The most that the organisation lets anybody have; administrators choose it. */
export function CeilingsPart({ data }: { data: Access }) {
  return (
    <p className="mt-auto shrink-0 pt-1.5 text-soft">
      Limit for colleagues: <Most side="inside" ceiling={data.inside} mayChange={data.mayChangeCeilings} />; for people outside:{" "}
      <Most side="outside" ceiling={data.outside} mayChange={data.mayChangeCeilings} />.
    </p>
  );
}

const wordsOf = (side: "inside" | "outside", c: Ceiling) =>
  [sightWord(c.sight), side === "inside" && actingLabel(c.acting), c.private ? "private entries too" : "without private entries"]
    .filter(Boolean)
    .join(", ");

const cutWords = (cut: number) =>
  cut === 0
    ? ""
    : cut === 1
      ? " One grant was for more; who holds it is notified."
      : ` ${cut} grants were for more; who holds them is notified.`;

function Most({ side, ceiling, mayChange }: { side: "inside" | "outside"; ceiling: Ceiling; mayChange: boolean }) {
  const { run } = useChanges();
  const words = wordsOf(side, ceiling);
  if (!mayChange) return <strong className="font-semibold text-ink">{words}</strong>;
  const set = (next: Ceiling) =>
    run(
      ask(client.PUT("/api/access/ceilings/{side}", { params: { path: { side } }, body: next })),
      (made) => `The limit for ${side === "inside" ? "colleagues" : "people outside"} is ${wordsOf(side, next)}.${cutWords(made.cut)}`,
    );
  const cut = (t: Terms): Ceiling => ({ sight: t.sight, acting: t.acting, private: t.private });
  const terms: Terms = { ...ceiling, passOn: false, from: null, until: null };
  return (
    <Part name={`Most ${side}`} value={words} width={340}>
      {(close) => (
        <div className="grid gap-2">
          <Choices value={ceiling.sight} options={sights} onChoose={(sight) => set(cut(withSight(terms, sight)))} />
          {side === "inside" && (
            <div className="border-t border-rule pt-2">
              <Choices value={ceiling.acting} options={actings} onChoose={(acting) => set(cut(withActing(terms, acting)))} />
            </div>
          )}
          <div className="border-t border-rule pt-2">
            <Choices<string>
              value={ceiling.private ? "yes" : "no"}
              options={[
                { value: "yes", label: "private entries too" },
                { value: "no", label: "without private entries" },
              ]}
              onChoose={(v) => {
                set({ ...ceiling, private: v === "yes" });
                close();
              }}
            />
          </div>
        </div>
      )}
    </Part>
  );
}
