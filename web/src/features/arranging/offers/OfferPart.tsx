import { useNavigate } from "@tanstack/react-router";
import { Problem } from "../../../api/client";
import type { Composed } from "../compose/useComposed";
import { arrangeRequest } from "../requests";
import { OfferWindow } from "./OfferWindow";
import type { Offering } from "./useOffer";

/** Those outside to whom times can be offered. */
export const readersOf = ({ written: { draft } }: Composed) =>
  [...draft.required, ...draft.optional].filter((c) => !c.person?.inside && c.person?.kind !== "group");

/** The window in which the times chosen are offered to those outside. */
export function OfferPart({ composed, offering }: { composed: Composed; offering: Offering }) {
  const { desk, written, attempts, searched } = composed;
  const { draft } = written;
  const { organiser, zone } = searched;
  const navigate = useNavigate();
  const readers = readersOf(composed);
  const leaveOffer = (open: boolean) => {
    offering.setOpen(open);
    if (open || !offering.made) return;
    // What was offered is written no more; it goes on under Chase.
    written.finish();
    void navigate({ to: "/chase" });
  };
  return (
    <OfferWindow
      key={readers.map((r) => r.id).join()}
      open={offering.open}
      readers={readers.map((r) => r.person?.name ?? r.id)}
      known={readers.find((r) => r.person?.town)?.person?.zone}
      count={draft.holding.length}
      zone={zone}
      now={desk.now}
      busy={attempts.busy}
      made={offering.made}
      onOffer={(wanted) => {
        if (!draft.title.trim()) {
          offering.setOpen(false);
          return attempts.setProblem(new Problem("It has no title yet.", "corlin:no-title", 400, "title"));
        }
        offering.offer(
          async () => arrangeRequest(draft, organiser, [], zone, draft.holding[0] ?? 0, await written.settle(), true),
          draft.holding,
          wanted,
        );
      }}
      onOpen={leaveOffer}
    />
  );
}
