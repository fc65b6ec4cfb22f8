import type { KeptDraft } from "../../api/types";

interface Parts {
  title?: string;
  required?: { givenName: string }[];
}

const partsOf = (draft: KeptDraft) => JSON.parse(draft.parts) as Parts;

/** What a draft is called. */
export const titleOf = (draft: KeptDraft) => partsOf(draft).title?.trim() || "Without a title";

/** "with Ana and 2 more, saved today 09:42". */
export function keptWords(draft: KeptDraft): string {
  const asked = partsOf(draft).required ?? [];
  const others = asked.length > 1 ? ` and ${asked.length - 1} more` : "";
  return `${asked[0] ? `with ${asked[0].givenName}${others}, ` : ""}saved ${draft.kept}`;
}
