import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { mineQuery } from "../../../api/queries";
import type { Mine as MineData } from "../../../api/types";
import { useEntrySheet } from "../../../app/entry/useEntrySheet";
import { useKeys } from "../../../app/keys";
import { useWatched } from "../../../app/hooks/live";
import { useNow } from "../../../app/hooks/useNow";
import { Told } from "../../../app/parts/Told";
import { PastList } from "../../../app/parts/PastList";
import { ReturnLines } from "../../../app/parts/ReturnLines";
import { LaneBoard } from "../../../lane/LaneBoard";
import { rowOfPerson } from "../../../lane/rows";
import { Wait } from "../../../ui/Wait";
import { Asked } from "./Asked";
import { ComingList } from "./ComingList";
import { CopiesPart } from "./CopiesPart";
import { Holders } from "./Holders";
import { Questions } from "./Questions";

/** One's own page, made for a hand's width: now and next, what is asked, what was done in one's name, and who may see what. */
export function Mine() {
  const mine = useQuery(mineQuery);
  return mine.data ? <Page mine={mine.data} /> : <Wait query={mine} />;
}

function Page({ mine }: { mine: MineData }) {
  const now = useNow(mine.now);
  const sheet = useEntrySheet();
  useWatched([mine.viewer.id]);
  useKeys({}, [{ keys: "Tab", does: "next part" }]);
  const lane = mine.day.lanes[0];
  return (
    <div className="mx-auto w-full max-w-[560px] px-4 pb-10 text-[15px]">
      <h1 className="pt-3 pb-2">
        <span className="font-serif text-[25px] leading-8">{mine.dateLine}</span>
        <span className="block text-soft">
          {mine.viewer.name}, today: {mine.where}
        </span>
      </h1>
      {lane && (
        <LaneBoard
          name="Today"
          rows={[{ ...rowOfPerson(lane, mine.day, mine.zones, now), title: "" }]}
          zones={mine.zones.slice(0, 1).map((z) => ({ ...z, label: "" }))}
          now={now}
          height={64}
          headWidth={0}
          onOpen={(entry) => entry.id && sheet.open(entry.id, mine.viewer.id, entry.occurrence)}
        />
      )}
      <ComingList mine={mine} onOpen={(c) => sheet.open(c.id, mine.viewer.id, c.occurrence)} />
      <ReturnLines returns={mine.returns} />
      <Told told={mine.told} onOpen={(n) => n.entry && sheet.open(n.entry, n.for.id, null)} />
      <Questions questions={mine.questions} onOpen={(q) => sheet.open(q.entry, mine.viewer.id, q.occurrence)} />
      <Asked rows={mine.asked} onOpen={(r) => r.entry && sheet.open(r.entry, mine.viewer.id, r.occurrence)} />
      <section aria-labelledby="done" className="mt-7">
        <h2 id="done" className="border-b-2 border-ink pb-1 text-[17px] font-semibold">
          Done in your name
        </h2>
        {mine.done.length === 0 ? (
          <p className="py-2 text-soft">Nobody did anything in your name these seven days.</p>
        ) : (
          <PastList rows={mine.done.slice(0, 8)} />
        )}
        <Link to="/history" className="flex min-h-11 items-center text-sea underline underline-offset-4">
          All that was done
        </Link>
      </section>
      <Holders mine={mine} />
      <CopiesPart mine={mine} />
      {sheet.sheet}
    </div>
  );
}
