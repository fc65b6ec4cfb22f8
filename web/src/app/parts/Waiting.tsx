import type { ReactNode } from "react";
import type { QueueRow } from "../../api/types";
import { Judged } from "../../lane/Judged";

interface Props {
  row: QueueRow;
  /** It is not handed over. */
  dim?: boolean;
  /** What is written with it. */
  children: ReactNode;
}

/** Something that waits, and below it what is written with it. */
export function Waiting({ row, dim = false, children }: Props) {
  return (
    <li
      aria-label={`${row.verb} ${row.title}`}
      className={`flex flex-wrap items-baseline gap-x-4 border-b border-rule/60 py-1.5 ${dim ? "text-soft" : ""}`}
    >
      <p className="flex min-w-[340px] flex-1 gap-x-3">
        <span className="w-16 shrink-0 font-semibold text-soft">{row.verb}</span>
        <span className="min-w-0">
          <span className="font-semibold">{row.title}</span>, {row.text}. <Judged row={row} />
        </span>
      </p>
      <div className="flex w-[420px] flex-wrap items-baseline gap-x-3 max-[1000px]:w-full max-[1000px]:pl-[76px]">{children}</div>
    </li>
  );
}
