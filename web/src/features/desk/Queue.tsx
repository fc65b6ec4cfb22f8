import { useEffect, useRef } from "react";
import type { QueueRow } from "../../api/types";
import { isConcern } from "../../app/hooks/useConcern";
import { ConcernWays } from "../../app/parts/ConcernWays";
import { Judged } from "../../lane/Judged";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { isAccess, isOffer, isRequest, isTask } from "./rows";
import type { DeskActs } from "./useDeskActs";

interface Props {
  rows: QueueRow[];
  chosen: number;
  onChoose: (index: number) => void;
  acts: DeskActs;
}

/** What waits, ordered by when it must be done; the chosen row carries its action. */
export function Queue({ rows, chosen, onChoose, acts }: Props) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    list.current?.children[chosen]?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  if (rows.length === 0) return <p className="py-8 text-soft">Nothing waits for you. What others answer or ask appears here by itself.</p>;
  return (
    <ul ref={list} aria-label="What waits for you" className="pb-3">
      {rows.map((row, i) => {
        const isChosen = i === chosen;
        return (
          <li
            key={row.key}
            aria-current={isChosen ? "true" : undefined}
            className={`relative -mx-6 px-6 ${isChosen ? "bg-water" : ""}`}
            onClick={() => onChoose(i)}
            // By key; a click chooses first, and opens what is chosen.
            onFocus={(e) => e.target.matches(":focus-visible") && onChoose(i)}
          >
            <div className="grid min-h-10 grid-cols-[64px_24px_minmax(0,1.1fr)_minmax(0,1fr)] items-center gap-x-4 border-b border-rule">
              <span className="font-semibold text-soft">{row.verb}</span>
              <Flag flag={row.for.flag} />
              <button type="button" className="min-h-9 truncate text-left" onClick={() => (isChosen ? acts.open(row) : onChoose(i))}>
                <span className="sr-only">{`${row.verb} for ${row.for.name}: `}</span>
                <span className="font-semibold">{row.title}</span>
                {`, ${row.text}`}
              </button>
              <span className="truncate" title={`${row.judgement} ${row.reason}`}>
                <Judged row={row} />
              </span>
              {isChosen && (
                <span className="absolute top-0 right-6 bottom-px flex items-center gap-1 bg-water pl-3">
                  <Actions row={row} acts={acts} />
                </span>
              )}
            </div>
          </li>
        );
      })}
    </ul>
  );
}

/** What can be done with a row, where it stands. */
export function Actions({ row, acts }: { row: QueueRow; acts: DeskActs }) {
  if (row.offer)
    return (
      <>
        <Button onClick={() => acts.settle(row, true)}>{row.offer.joined ? `Invite ${row.offer.name}` : `Remove ${row.offer.name}`}</Button>
        <Button look="plain" onClick={() => acts.settle(row, false)}>
          Leave as it is
        </Button>
      </>
    );
  if (row.turnOver !== null)
    return (
      <>
        <Button onClick={() => acts.settle(row, true)}>Take it over</Button>
        <Button look="plain" onClick={() => acts.settle(row, false)}>
          Do not
        </Button>
      </>
    );
  if (row.address !== null)
    return (
      <>
        <Button onClick={() => acts.settle(row, true)}>Use it</Button>
        <Button look="plain" onClick={() => acts.settle(row, false)}>
          Leave as it is
        </Button>
      </>
    );
  if (isConcern(row)) return <ConcernWays row={row} chosen acts={acts} />;
  if (row.verb === "Answer")
    return (
      <>
        <Button onClick={() => acts.answer(row, "accepted")}>Accept</Button>
        <Button look="plain" onClick={() => acts.answer(row, "tentative")}>
          Tentative
        </Button>
        <Button look="plain" onClick={() => acts.answer(row, "declined")}>
          Decline
        </Button>
      </>
    );
  return (
    <Button onClick={() => acts.open(row)}>
      {isAccess(row)
        ? "Open in Access"
        : isRequest(row)
          ? "Open in Requests"
          : isOffer(row)
            ? "Open in Chase"
            : isTask(row)
              ? "Open the notes"
              : row.verb === "Chase"
                ? "Open in Chase"
                : row.verb === "Decide"
                  ? "See the holds"
                  : "Open the entry"}
    </Button>
  );
}
