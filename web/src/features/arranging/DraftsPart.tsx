import { useQueryClient } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import { draftsQuery } from "../../api/queries";
import type { KeptDraft } from "../../api/types";
import type { Keeping } from "../../app/hooks/autosave";
import { useChanges } from "../../app/hooks/changes";
import { keptWords, titleOf } from "../../app/parts/draftWords";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";

interface Props {
  drafts: KeptDraft[];
  /** The one that is open. */
  id: string | undefined;
  keeping: Keeping;
  turnTo: (draft: KeptDraft | undefined) => Promise<void>;
  resolve: (which: "theirs" | "mine") => Promise<unknown>;
}

/** What else is being written, and whether this is kept. */
export function DraftsPart({ drafts, id, keeping, turnTo, resolve }: Props) {
  const queries = useQueryClient();
  const { fail, run } = useChanges();
  const others = drafts.filter((d) => d.id !== id);
  const drop = (draft: KeptDraft) =>
    run(
      ask(client.DELETE("/api/drafts/{id}", { params: { path: { id: draft.id } } })).then(() =>
        queries.setQueryData(draftsQuery.queryKey, (all) => (all ?? []).filter((d) => d.id !== draft.id)),
      ),
    );
  if (keeping === "elsewhere")
    return (
      <p role="alert" className="flex flex-wrap items-center gap-x-2">
        <span className="font-semibold text-brick">Changed in another window. That version is saved.</span>
        <Button look="plain" onClick={() => void resolve("theirs").catch(fail)}>
          Use that version
        </Button>
        <Button look="plain" onClick={() => void resolve("mine").catch(fail)}>
          Save mine as a copy
        </Button>
      </p>
    );
  return (
    <p className="flex items-center gap-3 whitespace-nowrap text-soft">
      <span role="status">
        {keeping === "not kept"
          ? "Not saved yet: Corlin cannot be reached"
          : keeping === "keeping"
            ? "Saving…"
            : id === undefined
              ? ""
              : "Saved"}
      </span>
      {others.length > 0 && (
        <Part name="Other drafts" value={others.length === 1 ? "one other draft" : `${others.length} other drafts`} width={380}>
          {(close) => (
            <ul className="grid">
              {others.map((d) => (
                <li key={d.id} className="flex items-center border-b border-rule">
                  <button
                    type="button"
                    onClick={() => {
                      close();
                      turnTo(d).catch(fail);
                    }}
                    className="min-h-9 min-w-0 flex-1 px-1 py-1 text-left hover:bg-water"
                  >
                    <span className="block truncate font-semibold text-ink">{titleOf(d)}</span>
                    <span className="block text-soft">{keptWords(d)}</span>
                  </button>
                  <Button look="plain" aria-label={`Delete ${titleOf(d)}`} onClick={() => drop(d)}>
                    Delete
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </Part>
      )}
    </p>
  );
}
