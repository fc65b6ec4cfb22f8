import type { ReactNode } from "react";
import type { ConcernRow } from "../../app/hooks/useConcern";
import { Flag } from "../../lane/Flag";
import { Judged } from "../../lane/Judged";

interface Props {
  row: ConcernRow;
  chosen: boolean;
  onChoose?: () => void;
  /** What can be done with it. */
  children: ReactNode;
}

/** Something that needs a look: whose it is, what it is, why, and the ways out. */
export function ConcernLine({ row, chosen, onChoose, children }: Props) {
  return (
    <li
      aria-current={chosen ? "true" : undefined}
      onClick={onChoose}
      onFocus={(e) => e.target.matches(":focus-visible") && onChoose?.()}
      className={`-mx-6 px-6 ${chosen ? "bg-water" : ""}`}
    >
      <div className="grid min-h-11 grid-cols-[150px_minmax(0,1fr)_minmax(0,1fr)_350px] items-center gap-x-4 border-b border-rule py-1 max-[900px]:grid-cols-1 max-[900px]:gap-y-0.5 max-[900px]:py-2">
        <span className="flex min-w-0 items-center gap-2">
          <Flag flag={row.for.flag} height={18} />
          <span className="truncate">{row.for.name}</span>
        </span>
        <span>
          <span className="font-semibold">{row.title}</span>
          {`, ${row.text}`}
        </span>
        <span>
          <Judged row={row} />
        </span>
        <span className="flex flex-wrap items-center justify-end gap-1 max-[900px]:justify-start">{children}</span>
      </div>
    </li>
  );
}
