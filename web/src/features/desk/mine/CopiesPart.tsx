import type { Mine } from "../../../api/types";
import { useSetting } from "../../../app/hooks/useSetting";
import { and } from "../../../lane/words";
import { Choices, Part } from "../../../sentence/Part";

/** Whether the reader is told too what goes to those who speak for them. */
export function CopiesPart({ mine }: { mine: Mine }) {
  const [own, setOwn] = useSetting("own-copies", true);
  if (mine.speakers.length === 0) return null;
  const names = and(mine.speakers.map((s) => s.name));
  return (
    <section aria-labelledby="copies" className="mt-7">
      <h2 id="copies" className="border-b-2 border-ink pb-1 text-[17px] font-semibold">
        Invitations and answers
      </h2>
      <p className="py-2 font-serif text-[19px] leading-8">
        They go to {names},{" "}
        <Part name="Whether they come to you" value={own ? "and to you too" : "and not to you"} width={300}>
          {(close) => (
            <Choices<string>
              value={own ? "yes" : "no"}
              options={[
                { value: "yes", label: "and to you too" },
                { value: "no", label: "and not to you" },
              ]}
              onChoose={(v) => {
                setOwn(v === "yes");
                close();
              }}
            />
          )}
        </Part>
        .
      </p>
      <p className="text-soft">What is private and goes to nobody who speaks for you always comes to you.</p>
    </section>
  );
}
