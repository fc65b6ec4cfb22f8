import { Link } from "@tanstack/react-router";
import type { QueueRow } from "../../../api/types";
import { Judged } from "../../../lane/Judged";
import { useAnswer } from "../../../app/hooks/useAnswer";
import { useTurnOver } from "../../../app/hooks/useTurnOver";
import { Button } from "../../../ui/Button";

/** What waits for the reader's own answer or decision. */
export function Asked({ rows, onOpen }: { rows: QueueRow[]; onOpen: (row: QueueRow) => void }) {
  const give = useAnswer();
  const takeOver = useTurnOver();
  return (
    <section aria-labelledby="asked" className="mt-7">
      <h2 id="asked" className="border-b-2 border-ink pb-1 text-[17px] font-semibold">
        Asked of you
      </h2>
      {rows.length === 0 && <p className="py-2 text-soft">Nothing waits for you.</p>}
      <ul>
        {rows.map((row) => (
          <li key={row.key} aria-label={row.title} className="border-b border-rule py-2">
            <p>
              <span className="font-semibold">{row.title}</span>, {row.text}.
            </p>
            <p>
              <Judged row={row} />
            </p>
            <p className="mt-1 flex gap-2 [&>*]:min-h-11">
              {row.turnOver !== null ? (
                <>
                  <Button look="outlined" onClick={() => takeOver(row, true)}>
                    Take it over
                  </Button>
                  <Button look="plain" onClick={() => takeOver(row, false)}>
                    Do not
                  </Button>
                </>
              ) : row.verb === "Answer" && row.entry ? (
                (["accepted", "tentative", "declined"] as const).map((answer) => (
                  <Button
                    key={answer}
                    look={answer === "accepted" ? "outlined" : "plain"}
                    onClick={() =>
                      row.entry &&
                      give({ entry: row.entry, occurrence: row.occurrence, inNameOf: row.for.id }, answer, `${row.title}: ${answer}.`)
                    }
                  >
                    {{ accepted: "Accept", tentative: "Tentative", declined: "Decline" }[answer]}
                  </Button>
                ))
              ) : row.entry ? (
                <Button onClick={() => onOpen(row)}>Open the entry</Button>
              ) : (
                <Link
                  to={row.judgement === "Access" ? "/access" : "/lanes"}
                  className="flex items-center font-semibold text-sea underline underline-offset-4"
                >
                  {row.judgement === "Access" ? "Decide in Access" : "See the holds"}
                </Link>
              )}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
