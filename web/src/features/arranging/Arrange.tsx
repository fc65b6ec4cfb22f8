import { useQuery } from "@tanstack/react-query";
import { deskQuery, draftsQuery } from "../../api/queries";
import type { Desk, KeptDraft } from "../../api/types";
import { Wait } from "../../ui/Wait";
import { End } from "./compose/End";
import { Found } from "./compose/Found";
import { Said } from "./compose/Said";
import { useComposed } from "./compose/useComposed";
import { OfferPart, readersOf } from "./offers/OfferPart";
import { useOffer } from "./offers/useOffer";

/** A meeting as a sentence, its free slots, and everyone's lanes. */
export function Arrange() {
  const desk = useQuery(deskQuery);
  const drafts = useQuery(draftsQuery);
  if (!desk.data) return <Wait query={desk} />;
  // What was kept elsewhere meanwhile is taken up, not what this page read before.
  if (!drafts.data || (drafts.isFetching && !drafts.isFetchedAfterMount)) return <Wait query={drafts} />;
  return <Composer desk={desk.data} drafts={drafts.data} />;
}

function Composer({ desk, drafts }: { desk: Desk; drafts: KeptDraft[] }) {
  const composed = useComposed(desk, drafts);
  const offering = useOffer(composed.attempts.attempt);
  const { draft } = composed.written;
  const mayOffer = readersOf(composed).length > 0 && !draft.repeats && !draft.saved && draft.some.of.length === 0;
  return (
    <div className="flex min-h-full flex-col max-[899px]:shrink-0">
      <h1 className="sr-only">Arrange a meeting</h1>
      <Said composed={composed} />
      <Found composed={composed} onOffer={mayOffer ? () => offering.setOpen(true) : undefined} />
      <OfferPart composed={composed} offering={offering} />
      <End composed={composed} />
    </div>
  );
}
