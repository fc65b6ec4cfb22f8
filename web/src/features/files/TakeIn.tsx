import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { problemOf } from "../../api/client";
import { readAnew } from "../../api/fresh";
import { sendCalendarFile } from "../../api/files";
import type { ImportReport, Person } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { Button } from "../../ui/Button";
import { progressQuery } from "./queries";

const mostBytes = 64 * 1024 * 1024;

/** Takes a calendar file into somebody's calendar, and tells what came of it. */
export function TakeIn({ who }: { who: Person }) {
  const { say } = useChanges();
  const input = useRef<HTMLInputElement>(null);
  const [going, setGoing] = useState<{ name: string; work: string; sent: number; stop: () => void }>();
  const [report, setReport] = useState<{ name: string; came: ImportReport }>();
  const [problem, setProblem] = useState<string>();
  const [over, setOver] = useState(false);

  const take = async (file: File | undefined) => {
    if (!file) return;
    if (going) {
      setProblem(`${file.name} was not sent: ${going.name} is still on its way.`);
      return;
    }
    setReport(undefined);
    setProblem(file.size > mostBytes ? `${file.name} is larger than 64 MB and was not sent. Nothing was changed.` : undefined);
    if (file.size > mostBytes) return;
    const work = `${Date.now()}-${file.size}`;
    const sending = sendCalendarFile(who.id, file, work, (sent) => setGoing((g) => g && { ...g, sent }));
    setGoing({ name: file.name, work, sent: 0, stop: sending.stop });
    try {
      const came = await sending.came;
      setReport({ name: file.name, came });
      say(`${file.name}: ${came.added} added, ${came.changed} changed.`, came.change ?? undefined);
      void readAnew();
    } catch (e) {
      setProblem(problemOf(e).message);
    } finally {
      setGoing(undefined);
      if (input.current) input.current.value = "";
    }
  };

  return (
    <section
      aria-labelledby="in"
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        void take(e.dataTransfer.files[0]);
      }}
      className={`border-t border-rule pt-4 ${over ? "bg-sea-wash" : ""}`}
    >
      <h2 id="in" className="text-[15px] font-semibold">
        Import a file
      </h2>
      <p className="mt-1 text-soft">
        An iCalendar file (.ics) of at most 64 MB. Events that can be read are imported together; the same file again changes nothing.
      </p>
      <p className="mt-2 flex items-center gap-3">
        <Button disabled={going !== undefined} onClick={() => input.current?.click()}>
          Choose a file for {who.givenName}
        </Button>
        <span className="text-soft">or drop it here</span>
        <input
          ref={input}
          type="file"
          accept=".ics,text/calendar"
          aria-label={`Calendar file for ${who.name}`}
          className="sr-only"
          onChange={(e) => void take(e.target.files?.[0])}
        />
      </p>
      {going && <Going {...going} />}
      {problem && (
        <p role="alert" className="mt-3 font-semibold text-brick">
          {problem}
        </p>
      )}
      {report && <Report name={report.name} came={report.came} />}
    </section>
  );
}

/** How far a file has come: on its way, and then read and stored. */
function Going({ name, work, sent, stop }: { name: string; work: string; sent: number; stop: () => void }) {
  const progress = useQuery(progressQuery(sent < 1 ? undefined : work));
  const { done = 0, inAll = 0 } = progress.data ?? {};
  const words =
    sent < 1
      ? `Sending ${name}, ${Math.round(sent * 100)} %`
      : inAll === 0
        ? `Reading ${name}…`
        : `Taking in ${name}, ${done} of ${inAll} entries`;
  return (
    <div className="mt-3 flex items-center gap-3" role="status">
      <progress value={sent < 1 ? sent : inAll === 0 ? undefined : done / inAll} max={1} aria-label={`Taking in ${name}`} />
      {words}
      <Button look="plain" onClick={stop}>
        Stop
      </Button>
    </div>
  );
}

function Report({ name, came }: { name: string; came: ImportReport }) {
  return (
    <div className="mt-3 grid gap-2" role="region" aria-label={`What came of ${name}`}>
      <p className="font-semibold">
        {name}: {came.added} added, {came.changed} changed, {came.unchanged} as they were, {came.skippedInAll} not taken over.
      </p>
      {came.notes.map((n) => (
        <p key={n} className="text-brass">
          {n}
        </p>
      ))}
      {came.skipped.length > 0 && (
        <table className="w-full text-left">
          <caption className="text-left text-soft">
            Not taken over{came.skipped.length < came.skippedInAll && `, the first ${came.skipped.length}`}
          </caption>
          <tbody>
            {came.skipped.map((s, i) => (
              <tr key={i} className="border-t border-rule align-top">
                <td className="w-56 py-1 pr-3 font-semibold">{s.what}</td>
                <td className="py-1">{s.why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
