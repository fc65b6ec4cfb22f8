import { ask, client } from "../../api/client";
import type { Strip, WhereTold } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Flag } from "../../lane/Flag";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";

const told: { value: WhereTold; label: string; note: string }[] = [
  { value: "place", label: "the place", note: "with Headlines; the town with Outline" },
  { value: "town", label: "the town", note: "" },
  { value: "elsewhere", label: "only whether they are elsewhere", note: "" },
];

/** What was said of each one's days and is not over, and how much of it others see. */
export function SaidList({ strips }: { strips: Strip[] }) {
  const own = strips.filter((s) => s.maySay);
  return (
    <section aria-labelledby="said" className="mt-5">
      <h2 id="said" className="text-[17px] font-semibold">
        Places saved
      </h2>
      <ul>
        {own.map((s) => (
          <li key={s.who.id} aria-label={s.who.name} className="border-t border-rule py-2">
            <p className="flex flex-wrap items-start gap-x-2">
              <Flag flag={s.who.flag} height={20} />
              <span className="font-semibold">{s.who.givenName}</span>
              <Told strip={s} />
            </p>
            {s.said.length === 0 ? (
              <p className="pl-7 text-soft">As usual on all days to come.</p>
            ) : (
              <ul className="pl-7">
                {s.said.map((one) => (
                  <Said key={one.id} strip={s} one={one} />
                ))}
              </ul>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Said({ strip, one }: { strip: Strip; one: Strip["said"][number] }) {
  const { run } = useChanges();
  const end = () =>
    run(
      ask(client.DELETE("/api/whereabouts/{id}", { params: { path: { id: one.id } } })),
      `${strip.who.givenName} is no longer ${one.words}.`,
    );
  return (
    <li className="flex flex-wrap items-center gap-x-3">
      <span>{one.words}</span>
      <span className="no-print">
        <Button look="plain" onClick={end}>
          {one.repeats ? "Delete from today on" : "Delete"}
        </Button>
      </span>
    </li>
  );
}

function Told({ strip }: { strip: Strip }) {
  const { run } = useChanges();
  const label = told.find((t) => t.value === strip.told)?.label ?? "";
  return (
    <span className="text-soft">
      who sees {strip.who.givenName}’s calendar sees{" "}
      <Part name={`What others see of ${strip.who.givenName}`} value={label} width={360}>
        {(close) => (
          <Choices
            value={strip.told}
            options={told}
            onChoose={(value) => {
              close();
              if (value !== strip.told)
                run(
                  ask(client.PUT("/api/whereabouts/told", { body: { who: strip.who.id, told: value } })),
                  `Others see ${told.find((t) => t.value === value)?.label ?? ""} of ${strip.who.givenName}.`,
                );
            }}
          />
        )}
      </Part>
    </span>
  );
}
