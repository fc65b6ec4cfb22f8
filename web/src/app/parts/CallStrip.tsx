import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import { callsQuery } from "../../api/queries";
import { Flag } from "../../lane/Flag";
import { useAtRest } from "../hooks/useAtRest";
import { useChanges } from "../hooks/changes";
import { Button } from "../../ui/Button";

/** Who calls now: one line under the places, until it is joined, put off or over. */
export function CallStrip() {
  const queries = useQueryClient();
  const { run } = useChanges();
  const calls = useAtRest(useQuery(callsQuery).data) ?? [];
  if (calls.length === 0) return null;
  const putOff = (id: string) =>
    run(
      ask(client.DELETE("/api/calls/{id}", { params: { path: { id } } })).then(() =>
        queries.invalidateQueries({ queryKey: callsQuery.queryKey }),
      ),
    );
  return (
    <section aria-label="Calls" role="alert" className="no-print shrink-0 border-b-2 border-sea bg-sea-wash px-6">
      <ul>
        {calls.map((call) => (
          <li key={call.id} className="flex min-h-11 items-center gap-4">
            <Flag flag={call.from.flag} />
            <span className="min-w-0 flex-1">
              <strong className="font-semibold">{call.by}</strong> calls you into “{call.title}”.
            </span>
            <a
              href={`/conference/${call.key}#join`}
              className="flex min-h-8 items-center rounded-sm bg-sea px-3 text-[13px] font-semibold text-on-sea"
            >
              Join {call.from.givenName}
            </a>
            <Button onClick={() => void putOff(call.id)}>Not now</Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
