import { useQuery } from "@tanstack/react-query";
import { deskQuery } from "../../api/queries";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { Replies } from "../../app/parts/Replies";
import { ReturnLines } from "../../app/parts/ReturnLines";
import { Told } from "../../app/parts/Told";
import { Flag } from "../../lane/Flag";
import { Judged } from "../../lane/Judged";
import { Wait } from "../../ui/Wait";
import { HandoverLines } from "../desk/HandoverLines";
import { NeedLook } from "../desk/NeedLook";
import { News } from "../desk/News";
import { Actions } from "../desk/Queue";
import { useDeskActs } from "../desk/useDeskActs";

/** In a hand: what waits for everybody whom one keeps, by when it must be done. */
export function ToDo() {
  const desk = useQuery(deskQuery);
  const sheet = useEntrySheet();
  const acts = useDeskActs(sheet);
  if (!desk.data) return <Wait query={desk} />;
  const { queue, told, news, returns, handovers } = desk.data;
  return (
    <div className="px-4 pb-6 text-[15px]">
      <h1 className="pt-3 font-serif text-[27px] leading-9">To do</h1>
      <p className="pb-2 text-[14px] text-soft">{desk.data.lead}</p>
      <ul aria-label="What waits for you">
        {queue.map((row) => (
          <li key={row.key} className="border-t border-rule py-3">
            <button type="button" className="flex w-full items-start gap-3 text-left" onClick={() => acts.open(row)}>
              <Flag flag={row.for.flag} height={22} />
              <span className="min-w-0 flex-1">
                <span className="block">
                  <span className="text-soft">
                    {row.verb} for {row.for.givenName}:{" "}
                  </span>
                  <span className="font-semibold">{row.title}</span>
                </span>
                <span className="block text-[14px] text-soft">{row.text}</span>
                <span className="block text-[14px]">
                  <Judged row={row} />
                </span>
              </span>
            </button>
            <p className="mt-2 flex flex-wrap gap-2 pl-8 [&>*]:min-h-11">
              <Actions row={row} acts={acts} />
            </p>
          </li>
        ))}
      </ul>
      {queue.length === 0 && <p className="py-3 text-soft">Nothing waits for you. What others answer or ask appears here by itself.</p>}
      <NeedLook many={desk.data.needLook} />
      <Told told={told} onOpen={(n) => n.entry && sheet.open(n.entry, n.for.id, null)} />
      <Replies replies={desk.data.replies} />
      <News news={news} />
      <ReturnLines returns={returns} />
      <HandoverLines handovers={handovers} />
      {sheet.sheet}
    </div>
  );
}
