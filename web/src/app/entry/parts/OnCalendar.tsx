import { ask, client } from "../../../api/client";
import type { EntryDetails } from "../../../api/types";
import { CalendarPart } from "../../../sentence/CalendarPart";
import { useChanges } from "../../hooks/changes";

/** On which of its owner's calendars an appointment stands, and another for it. */
export function OnCalendar({ entry }: { entry: EntryDetails }) {
  const { run } = useChanges();
  const on = entry.calendar;
  if (!on) return null;
  const here = on.choices.find((c) => c.id === on.id);
  if (!on.mayChange || on.choices.length < 2) return here ? <p className="mt-1 text-soft">On {here.name}</p> : null;
  return (
    <p className="mt-1 text-soft">
      On{" "}
      <CalendarPart
        value={on.id}
        choices={on.choices}
        onChoose={(calendar) => {
          if (calendar === on.id) return;
          run(
            ask(client.PUT("/api/entries/{id}/calendar", { params: { path: { id: entry.id } }, body: { calendar } })),
            `“${entry.title}” stands on ${on.choices.find((c) => c.id === calendar)?.name ?? "another calendar"}.`,
          );
        }}
      />
    </p>
  );
}
