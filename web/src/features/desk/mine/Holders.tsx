import { ask, client } from "../../../api/client";
import type { Mine } from "../../../api/types";
import { useChanges } from "../../../app/hooks/changes";
import { Flag } from "../../../lane/Flag";
import { Button } from "../../../ui/Button";

/** Who may see and do what in the reader's calendars; each is withdrawn at once. */
export function Holders({ mine }: { mine: Mine }) {
  const { run } = useChanges();
  return (
    <section aria-labelledby="holders" className="mt-7">
      <h2 id="holders" className="border-b-2 border-ink pb-1 text-[17px] font-semibold">
        Who may see and do what
      </h2>
      {mine.holders.length === 0 && <p className="py-2 text-soft">Nobody holds more than everyone does.</p>}
      <ul>
        {mine.holders.map((h) => (
          <li key={h.grant} aria-label={h.who.name} className="flex items-center gap-2 border-b border-rule py-2">
            <Flag flag={h.who.flag} height={22} />
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{h.who.name}</span> <span className="text-soft">{h.words}</span>
            </span>
            <span className="[&>*]:min-h-11">
              <Button
                look="grave"
                aria-label={`Withdraw it from ${h.who.name}`}
                onClick={() =>
                  run(
                    ask(client.POST("/api/access/grants/{id}/withdrawal", { params: { path: { id: h.grant } }, body: { line: null } })),
                    `Withdrawn: ${h.who.name} is told.`,
                  )
                }
              >
                Withdraw
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
