import { ask, client } from "../../../api/client";
import type { EntryDetails } from "../../../api/types";
import { CategoryChoice } from "../../../sentence/CategoryChoice";
import { ranks, rankWords, reminders, reminderWords } from "../../../sentence/marks";
import { Choices, Part } from "../../../sentence/Part";
import { useChanges } from "../../hooks/changes";

/** What is noted about the entry on the lane on which it was opened; nobody who is asked is told. */
export function MarkPart({ entry, lane }: { entry: EntryDetails; lane: string }) {
  const { run } = useChanges();
  const mark = entry.mark;
  if (!mark) return null;
  const category = mark.category?.name ?? "no category";
  const reminder = reminderWords(mark.reminder);
  if (!mark.mayChange) return mark.category ? <p className="mt-1 text-soft">Category {category}</p> : null;
  const put = (change: { category?: string; reminder?: string; rank?: string }, words: string) =>
    run(
      ask(
        client.POST("/api/marks", {
          body: {
            lane,
            entries: [entry.id],
            category: change.category ?? null,
            reminder: change.reminder ?? null,
            rank: change.rank ?? null,
          },
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
      ,{" "}
      <Part name="Can it move" value={rankWords(mark.rank)} width={320}>
        {(close) => (
          <Choices<string>
            value={mark.rank ?? "none"}
            options={ranks}
            onChoose={(rank) => {
              close();
              put({ rank }, `“${entry.title}” is ${ranks.find((r) => r.value === rank)?.label ?? rank}.`);
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
              put({ reminder: r }, `Reminder of “${entry.title}”: ${reminderWords(r)}.`);
            }}
          />
        )}
      </Part>
      .
    </p>
  );
}
