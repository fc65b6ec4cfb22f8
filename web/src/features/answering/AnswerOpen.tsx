import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import { ask, client } from "../../api/client";
import { lanesQuery } from "../../api/queries";
import type { AnswerRow, Answers } from "../../api/types";
import { useFocusBack } from "../../app/hooks/useFocusBack";
import { useNow } from "../../app/hooks/useNow";
import { WordsForm } from "../../app/parts/WordsForm";
import { Attendees } from "../../lane/Attendees";
import { Judged } from "../../lane/Judged";
import { LaneBoard } from "../../lane/LaneBoard";
import { rowOfPerson } from "../../lane/rows";
import { Button } from "../../ui/Button";
import { AskPrincipal } from "./AskPrincipal";
import { Instructed } from "./Instructed";
import { OtherTimes } from "./OtherTimes";
import { SeriesFit } from "./SeriesFit";
import { SomebodyElse } from "./SomebodyElse";
import type { Answering } from "./useAnswering";
import { WaysOut } from "./WaysOut";
import { within } from "./within";

interface Props {
  row: AnswerRow;
  data: Answers;
  answering: Answering;
  /** Opens all there is about it. */
  onOpen: () => void;
}

/** One invitation as a sentence, with what it would be, the day around it, who else comes, and the answer. */
export function AnswerOpen({ row, data, answering, onOpen }: Props) {
  const { doing, setDoing, give, line, lines } = answering;
  const known = useId();
  const place = useFocusBack<HTMLDivElement>(doing !== undefined);
  const close = () => setDoing(undefined);
  return (
    <>
      <h2 className="pt-3 font-serif text-[24px] leading-9">
        {row.asks} to{" "}
        <button type="button" onClick={onOpen} className="text-left underline decoration-1 underline-offset-4">
          {row.title}
        </button>
        {`, ${within(row.when)}`}
        {row.where && `, ${row.where}`}
        {row.repeats && `, ${row.repeats}`}.
      </h2>
      <p className="pt-1">
        <Judged row={row} />. <span className="text-soft">{row.before}</span>
      </p>
      {/* What writes to who asks is not offered while nothing is written. */}
      {!answering.untold && (
        <>
          {row.repeats && <SeriesFit key={row.key} row={row} answering={answering} />}
          {row.instructed.length > 0 && <Instructed row={row} answering={answering} />}
          {row.tone === "wrong" && <WaysOut key={row.key} row={row} answering={answering} />}
        </>
      )}
      {(row.answerBy || row.reminded) && <p className="pt-1">{[row.answerBy, row.reminded].filter(Boolean).join(" ")}</p>}
      {row.asked && <p className="pt-1 font-semibold">{row.asked}</p>}
      {row.since && <p className="pt-1 font-semibold">{row.since}</p>}
      {row.missing && (
        <p className="pt-1 text-brass">
          {row.missing}{" "}
          <button type="button" className="min-h-8 font-semibold underline underline-offset-4" onClick={() => setDoing("ask")}>
            Ask back
          </button>
        </p>
      )}
      {row.line && <p className="max-w-[80ch] pt-2 whitespace-pre-line">“{row.line}”</p>}
      <DayAround row={row} data={data} />
      {row.others.length > 0 && (
        <div className="max-w-[640px] pt-3">
          <h3 className="pb-1 text-soft">Who else is invited</h3>
          <Attendees attendees={row.others} />
        </div>
      )}
      <div className="mt-auto pt-5">
        {doing === "time" && <OtherTimes row={row} data={data} answering={answering} onDone={close} />}
        {doing === "instead" && <SomebodyElse row={row} line={line.value} onDone={close} />}
        {doing === "principal" && <AskPrincipal row={row} onDone={close} />}
        {doing === "ask" && (
          <WordsForm
            label={`Ask ${row.organiser.name} back`}
            keptAs={`ask back ${row.key}`}
            sends="Send the question"
            call={(text) =>
              ask(
                client.POST("/api/meetings/{id}/organiser/letters", {
                  params: { path: { id: row.entry } },
                  body: { inNameOf: row.for.id, occurrence: row.occurrence, text },
                }),
              )
            }
            sent={`${row.organiser.givenName} is asked; the reply is filed in the mail room.`}
            onDone={close}
          />
        )}
        <div ref={place} className="flex flex-wrap items-end gap-x-3 gap-y-2 border-t border-rule pt-3">
          <div className={`flex flex-1 flex-wrap items-end gap-x-3 ${row.outside ? "basis-full" : ""}`}>
            <input
              aria-label={`A line to ${row.organiser.name}, or none`}
              disabled={answering.untold}
              placeholder={
                answering.untold
                  ? `${row.organiser.givenName} is not written to`
                  : `A line to ${row.organiser.givenName}, who is ${row.outside ? "written to" : "told"}`
              }
              list={known}
              maxLength={1_000}
              value={answering.untold ? "" : line.value}
              onChange={(e) => line.set(e.target.value)}
              className="h-9 min-w-[160px] flex-1 border-b border-ink bg-transparent outline-none placeholder:text-soft focus-visible:border-b-2 focus-visible:border-sea"
            />
            {row.outside && (
              <label className="flex min-h-9 items-center gap-1.5 text-soft">
                <input
                  type="checkbox"
                  className="size-4 shrink-0 accent-sea"
                  checked={answering.untold}
                  onChange={(e) => answering.setUntold(e.target.checked)}
                />
                without writing to {row.organiser.givenName}
              </label>
            )}
          </div>
          <datalist id={known}>
            {lines.map((l) => (
              <option key={l} value={l} />
            ))}
          </datalist>
          <Button look="filled" onClick={() => give("accepted")}>
            Accept
          </Button>
          <Button onClick={() => give("tentative")}>Tentative</Button>
          <Button onClick={() => give("declined")}>Decline</Button>
          <Button aria-expanded={doing === "time"} onClick={() => setDoing("time")}>
            Another time…
          </Button>
          <Button look="plain" aria-expanded={doing === "instead"} onClick={() => setDoing("instead")}>
            Somebody else…
          </Button>
          {row.for.id !== data.viewer && (
            <Button look="plain" aria-expanded={doing === "principal"} onClick={() => setDoing("principal")}>
              Ask {row.for.givenName}…
            </Button>
          )}
        </div>
      </div>
    </>
  );
}

/** The day on the lane of who is asked, with the invitation in its place. */
function DayAround({ row, data }: { row: AnswerRow; data: Answers }) {
  const lanes = useQuery(lanesQuery([row.for.id], row.day, "day"));
  const now = useNow(data.now);
  const day = lanes.data?.days.find((d) => d.date === row.day);
  const lane = day?.lanes.find((l) => l.who.id === row.for.id);
  return (
    <div className="min-h-[190px] pt-3">
      {lanes.data && day && lane && (
        <LaneBoard
          name={`${row.for.name}, ${day.label}`}
          rows={[rowOfPerson(lane, day, lanes.data.zones, now)]}
          zones={lanes.data.zones.slice(0, 2)}
          now={now}
          height={132}
          headWidth={176}
          mark={{ start: row.start, end: row.end, row: row.for.id }}
        />
      )}
    </div>
  );
}
