import { ask, client } from "../../api/client";
import type { EntryDetails } from "../../api/types";
import { CategoryChoice } from "../../sentence/CategoryChoice";
import { Choices, Part } from "../../sentence/Part";
import { useChanges } from "../changes";

const reminders = [
  { value: "usual", label: "as usual", note: "time to leave, or before" },
  { value: "none", label: "none" },
  { value: "0", label: "as it begins" },
  { value: "5", label: "5 minutes before" },
  { value: "15", label: "15 minutes before" },
  { value: "30", label: "30 minutes before" },
  { value: "60", label: "an hour before" },
  { value: "120", label: "2 hours before" },
  { value: "1440", label: "a day before" },
];

/** What is noted about the entry on the lane on which it was opened; nobody who is asked is told. */
export function MarkPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const { run } = useChanges();
  const mark = entry.mark;
  if (!mark) return null;
  const category = mark.category?.name ?? "no category";
  const reminder = reminders.find((r) => r.value === mark.reminder)?.label ?? `${mark.reminder} minutes before`;
  if (!mark.mayChange) return mark.category ? <p className="mt-1 text-soft">Category {category}</p> : null;
  const put = (change: { category?: string; reminder?: string }, words: string) =>
    run(
      ask(
        client.POST("/api/marks", {
          body: { lane, entries: [entry.id], category: change.category ?? null, reminder: change.reminder ?? null },
        }),
      ),
      words,
    );
  return (
    <p className="mt-3 border-t border-rule pt-2">
      On this lane:{" "}
      <Part name="Category" value={category} width={280}>
        {(close) => (
          <CategoryChoice
            categories={mark.categories}
            chosen={mark.category?.name}
            onChoose={(name) => {
              close();
              put({ category: name }, name === "" ? `“${entry.title}” has no category.` : `“${entry.title}” is ${name}.`);
            }}
          />
        )}
      </Part>
      , reminder{" "}
      <Part name="Reminder" value={reminder} width={280}>
        {(close) => (
          <Choices<string>
            value={mark.reminder}
            options={reminders}
            onChoose={(r) => {
              close();
              put({ reminder: r }, `Reminder of “${entry.title}”: ${reminders.find((o) => o.value === r)?.label ?? r}.`);
            }}
          />
        )}
      </Part>
      .
    </p>
  );
}
