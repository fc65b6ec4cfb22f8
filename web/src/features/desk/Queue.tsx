import { useEffect, useRef } from "react";
import type { QueueRow } from "../../api/types";
import { Judged } from "../../lane/Judged";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";

interface Props {
  rows: QueueRow[];
  chosen: number;
  onChoose: (index: number) => void;
  onAnswer: (row: QueueRow, answer: "accepted" | "tentative" | "declined") => void;
  onOpen: (row: QueueRow) => void;
  /** What becomes of who came into a group, or left it; and of a meeting that somebody offers. */
  onSettle: (row: QueueRow, takenUp: boolean) => void;
}

/** What waits, ordered by when it must be done; the chosen row carries its action. */
export function Queue({ rows, chosen, onChoose, onAnswer, onOpen, onSettle }: Props) {
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
              <button type="button" className="min-h-9 truncate text-left" onClick={() => (isChosen ? onOpen(row) : onChoose(i))}>
                <span className="sr-only">{`${row.verb} for ${row.for.name}: `}</span>
                <span className="font-semibold">{row.title}</span>
                {`, ${row.text}`}
              </button>
              <span className="truncate" title={`${row.judgement} ${row.reason}`}>
                <Judged row={row} />
              </span>
              {isChosen && (
                <span className="absolute top-0 right-6 bottom-px flex items-center gap-1 bg-water pl-3">
                  <Actions row={row} onAnswer={onAnswer} onOpen={onOpen} onSettle={onSettle} />
                </span>
              )}
            </div>
          </li>
        );
      })}
    </ul>
  );
}

/** Somebody asks for access: a row that stands on no lane. */
export const isAccess = (row: QueueRow) => row.key.startsWith("access-");

/** Somebody asked for time. */
export const isRequest = (row: QueueRow) => row.key.startsWith("request-");

/** Times are offered to people outside. */
export const isOffer = (row: QueueRow) => row.key.startsWith("offer-");

/** Something agreed in a meeting is to be done. */
export const isTask = (row: QueueRow) => row.key.startsWith("task-");

/** What can be done with a row, where it stands. */
export function Actions({ row, onAnswer, onOpen, onSettle }: { row: QueueRow } & Pick<Props, "onAnswer" | "onOpen" | "onSettle">) {
  if (row.offer)
    return (
      <>
        <Button onClick={() => onSettle(row, true)}>{row.offer.joined ? `Invite ${row.offer.name}` : `Remove ${row.offer.name}`}</Button>
        <Button look="plain" onClick={() => onSettle(row, false)}>
          Leave as it is
        </Button>
      </>
    );
  if (row.turnOver !== null)
    return (
      <>
        <Button onClick={() => onSettle(row, true)}>Take it over</Button>
        <Button look="plain" onClick={() => onSettle(row, false)}>
          Do not
        </Button>
      </>
    );
  if (row.address !== null)
    return (
      <>
        <Button onClick={() => onSettle(row, true)}>Use it</Button>
        <Button look="plain" onClick={() => onSettle(row, false)}>
          Leave as it is
        </Button>
      </>
    );
  if (row.verb === "Answer")
    return (
      <>
        <Button onClick={() => onAnswer(row, "accepted")}>Accept</Button>
        <Button look="plain" onClick={() => onAnswer(row, "tentative")}>
          Tentative
        </Button>
        <Button look="plain" onClick={() => onAnswer(row, "declined")}>
          Decline
        </Button>
      </>
    );
  return (
    <Button onClick={() => onOpen(row)}>
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
