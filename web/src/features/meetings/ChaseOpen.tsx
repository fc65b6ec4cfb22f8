import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { ChaseRow, Zone } from "../../api/types";
import { CancelNote } from "../../app/entry/parts/CancelNote";
import { SpokenPart } from "../../app/entry/parts/SpokenPart";
import { WritePart } from "../../app/entry/parts/WritePart";
import { Attendees, peopleOf } from "../../lane/Attendees";
import { dateText } from "../../lane/time";
import { useChange } from "../../app/hooks/useChange";
import { useFocusBack } from "../../app/hooks/useFocusBack";
import { Button } from "../../ui/Button";
import { Row } from "../../ui/Row";
import { AnotherTime } from "./AnotherTime";
import { DeadlineForm } from "./DeadlineForm";
import { DeadlineLine } from "./DeadlineLine";
import { OwedForm } from "./OwedForm";
import { Proposed } from "./Proposed";
import { SomebodyInstead } from "./SomebodyInstead";

interface Props {
  row: ChaseRow;
  zones: Zone[];
  now: number;
  onRun: (call: Promise<{ change: number }>, words: string) => void;
}

/** The chosen meeting: who said what, and what can be done. */
export function ChaseOpen({ row, zones, now, onRun }: Props) {
  const path = { id: row.entry };
  // One thing at a time is done with it.
  const [doing, setDoing] = useState<"cancel" | "time" | "instead" | "deadline" | "owed">();
  const close = () => setDoing(undefined);
  const place = useFocusBack<HTMLDivElement>(doing !== undefined);
  const cancelling = useChange();
  const people = peopleOf(row.attendees).length;
  const required = row.attendees.filter((a) => a.role === "required");
  const others = row.attendees.filter((a) => a.who.kind === "person" && a.who.id !== row.organiser.id);
  const missing = required.filter((a) => a.answer !== "accepted").map((a) => a.who.givenName);
  return (
    <div className="grid gap-x-10 gap-y-4 pt-1 pb-4 min-[900px]:grid-cols-[360px_minmax(0,1fr)]">
      <div>
        <p className="pb-1 text-soft">Organised by {row.madeBy}</p>
        <Attendees attendees={row.attendees} />
      </div>
      <div className="min-w-0">
        {row.proposals.length > 0 && <Proposed row={row} zones={zones} onRun={onRun} />}
        {row.proposals.length === 0 && row.agreed && <p className="pt-1">Everything stands; nothing needs to be done.</p>}
        {row.deadline && <DeadlineLine row={row} words={row.deadline.words} onRun={onRun} />}
        <div ref={place}>
          <Row label="What can be done" className="flex flex-wrap items-center gap-2 pt-1">
            {!row.agreed && (
              <Button
                onClick={() =>
                  onRun(
                    ask(client.POST("/api/meetings/{id}/go-on", { params: { path }, body: { occurrence: row.occurrence } })),
                    `“${row.title}” goes on without waiting for ${missing.join(", ")}.`,
                  )
                }
              >
                Go on without {missing.length > 2 ? `those ${missing.length}` : missing.join(" and ")}
              </Button>
            )}
            {!row.agreed && missing.length > 0 && (
              <Button aria-expanded={doing === "instead"} onClick={() => setDoing("instead")}>
                Somebody instead…
              </Button>
            )}
            {!row.agreed && row.proposals.length === 0 && zones[0] && (
              <Button aria-expanded={doing === "deadline"} onClick={() => setDoing("deadline")}>
                {row.deadline ? "Change the deadline…" : "A deadline for answers…"}
              </Button>
            )}
            <Button aria-expanded={doing === "time"} onClick={() => setDoing("time")}>
              Another time…
            </Button>
            {zones[0] && others.length > 0 && (
              <Button aria-expanded={doing === "owed"} onClick={() => setDoing("owed")}>
                Something is owed…
              </Button>
            )}
            {doing !== "cancel" && (
              <Button look="grave" onClick={() => setDoing("cancel")}>
                {row.occurrence ? `Cancel ${row.when}…` : "Cancel it…"}
              </Button>
            )}
          </Row>
        </div>
        {doing === "instead" && <SomebodyInstead row={row} onDone={close} />}
        {doing === "deadline" && zones[0] && <DeadlineForm row={row} zone={zones[0]} now={now} onDone={close} />}
        {doing === "owed" && zones[0] && <OwedForm row={row} zone={zones[0]} now={now} onDone={close} />}
        {doing === "time" && zones[0] && <AnotherTime row={row} zone={zones[0]} onDone={close} />}
        {doing === "cancel" && (
          <div className="pt-3">
            <CancelNote
              told={people}
              busy={cancelling.busy}
              wrong={cancelling.problem?.message}
              onDrop={close}
              onCancel={(note) =>
                cancelling.make(
                  () =>
                    ask(
                      client.POST("/api/entries/{id}/cancel", {
                        params: { path },
                        body: { occurrence: row.occurrence, reach: row.occurrence ? "thisOne" : "all", note },
                      }),
                    ),
                  `“${row.title}”${row.occurrence ? `, ${row.when},` : ""} is cancelled; everyone is notified in ten seconds.`,
                  close,
                )
              }
            />
          </div>
        )}
        <div className="flex flex-wrap items-center gap-2 pt-3">
          <Link
            to="/lanes"
            search={{
              who: row.organiser.id,
              ...(zones[0] ? { from: dateText(zones[0], row.start) } : {}),
              view: "day",
              entry: row.entry,
              ...(row.occurrence ? { occurrence: row.occurrence } : {}),
            }}
            className="inline-flex min-h-8 items-center rounded-sm border border-sea px-3 text-[13px] font-semibold text-sea hover:bg-sea-wash"
          >
            Open it on its lane
          </Link>
          <SpokenPart id={row.entry} occurrence={row.occurrence} title={row.title} attendees={row.attendees} />
          <WritePart id={row.entry} occurrence={row.occurrence} title={row.title} attendees={row.attendees} />
        </div>
      </div>
    </div>
  );
}
