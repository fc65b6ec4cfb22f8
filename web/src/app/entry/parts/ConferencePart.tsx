import { ask, client } from "../../../api/client";
import type { Admission, EntryDetails } from "../../../api/types";
import { admissions } from "../../../sentence/marks";
import { Choices, Part } from "../../../sentence/Part";
import { useChanges } from "../../hooks/changes";

/** The way into its conference, who joins by the link, and who was in. */
export function ConferencePart({ entry }: { entry: EntryDetails }) {
  const { run } = useChanges();
  if (!entry.link) return null;
  // Only in a conference of Corlin's own somebody can knock.
  const own = /\/conference\/[0-9a-f]{20}$/.test(entry.link);
  const label = admissions.find((a) => a.value === entry.admission)?.label ?? "";
  return (
    <section aria-label="Conference" className="mt-3">
      <p>
        <a className="text-sea underline underline-offset-4" href={entry.link} rel="noreferrer noopener" target="_blank">
          Open the conference
        </a>
        {own && (
          <span className="text-soft">
            ; at once join{" "}
            {entry.mayChange ? (
              <Part name="Who joins at once" value={label} width={300}>
                {(close) => (
                  <Choices<Admission>
                    value={entry.admission}
                    options={admissions}
                    onChoose={(admission) => {
                      close();
                      run(
                        ask(client.PUT("/api/entries/{id}/admission", { params: { path: { id: entry.id } }, body: { admission } })),
                        `Let in at once: ${admissions.find((a) => a.value === admission)?.label ?? ""}.`,
                      );
                    }}
                  />
                )}
              </Part>
            ) : (
              label
            )}
          </span>
        )}
      </p>
      {entry.wasIn.length > 0 && (
        <>
          <h3 className="mt-2 text-soft">Who was in</h3>
          <ul>
            {entry.wasIn.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
