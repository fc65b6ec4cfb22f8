import { useQuery } from "@tanstack/react-query";
import { getRouteApi, Link } from "@tanstack/react-router";
import { handoversQuery } from "../../api/queries";
import type { HandoverHead } from "../../api/types";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { Wait } from "../../ui/Wait";
import { HandedOver } from "./HandedOver";
import { NewHandover } from "./NewHandover";
import { handoverQuery } from "./queries";

const route = getRouteApi("/handover");

/** What an assistant leaves to who covers: a new handover, or one that stands. */
export function Handover() {
  const { id } = route.useSearch();
  const all = useQuery(handoversQuery);
  useWatched(all.data?.open.map((o) => o.principal.id) ?? []);
  useKeys({}, [{ keys: "Tab", does: "next part" }]);
  if (!all.data) return <Wait query={all} />;
  return (
    <div className="max-w-[1280px] px-6 pb-8">
      <Standing heads={all.data.standing} id={id} />
      {id === undefined ? <NewHandover data={all.data} /> : <One key={id} id={id} />}
    </div>
  );
}

function One({ id }: { id: number }) {
  const handover = useQuery(handoverQuery(id));
  return handover.data ? <HandedOver handover={handover.data} /> : <Wait query={handover}>Reading…</Wait>;
}

/** The other handovers that stand, and the way to a new one. */
function Standing({ heads, id }: { heads: HandoverHead[]; id: number | undefined }) {
  const others = heads.filter((h) => h.id !== id);
  if (others.length === 0 && id === undefined) return null;
  return (
    <nav aria-label="Handovers" className="no-print flex flex-wrap gap-x-5 gap-y-1 border-b border-rule py-2">
      {others.map((h) => (
        <Link key={h.id} to="/handover" search={{ id: h.id }} className="flex min-h-8 items-center text-sea underline underline-offset-4">
          {h.words}
        </Link>
      ))}
      {id !== undefined && (
        <Link to="/handover" className="flex min-h-8 items-center text-sea underline underline-offset-4">
          Hand over again
        </Link>
      )}
    </nav>
  );
}
