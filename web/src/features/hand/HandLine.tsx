import type { HandLine as HandLineData, Person } from "../../api/types";
import { useAnswer } from "../../app/hooks/useAnswer";
import { Button } from "../../ui/Button";
import { Tone } from "../../ui/Tone";

/** One line of the day. What waits for an answer is answered where it stands. */
export function HandLine({ line, who, onOpen }: { line: HandLineData; who: Person; onOpen: () => void }) {
  const give = useAnswer();
  const { id } = line;
  const answer = (word: "accepted" | "declined") =>
    id && give({ entry: id, occurrence: line.occurrence, inNameOf: who.id }, word, `${line.title}: ${word} for ${who.givenName}.`);
  const body = (
    <>
      <span className={`w-[52px] shrink-0 tabular-nums ${line.over ? "text-soft" : ""}`}>{line.time}</span>
      <span className="min-w-0 flex-1">
        <span className="flex items-baseline gap-3">
          <span className={`min-w-0 flex-1 font-semibold ${line.over ? "text-soft" : ""}`}>{line.title}</span>
          {line.judgement && (
            <span className="shrink-0 text-[14px]">
              <Tone tone={line.answer ? "doubt" : line.tone}>{line.judgement}</Tone>
            </span>
          )}
        </span>
        <span className="block text-[14px] text-soft">{line.words}</span>
        {line.reason && <span className="block text-[14px] text-soft">{line.reason}</span>}
      </span>
    </>
  );
  return (
    <li className={line.isNow ? "bg-water" : ""} aria-current={line.isNow ? "time" : undefined}>
      <div className="mx-4 border-b border-rule">
        {id ? (
          <button type="button" className="flex min-h-14 w-full items-start gap-2 py-2.5 text-left" onClick={onOpen}>
            {body}
          </button>
        ) : (
          <div className="flex min-h-14 items-start gap-2 py-2.5">{body}</div>
        )}
        {line.isNow && id && (line.agenda || line.papers > 0 || line.link) && (
          <p className="-mt-1 flex flex-wrap gap-x-5 pl-[60px] text-[14px] font-semibold text-sea">
            {line.link && (
              <a href={line.link} rel="noreferrer noopener" target="_blank" className="flex min-h-11 items-center">
                Open the conference
              </a>
            )}
            {line.agenda && (
              <button type="button" className="min-h-11" onClick={onOpen}>
                Agenda
              </button>
            )}
            {line.papers > 0 && (
              <button type="button" className="min-h-11" onClick={onOpen}>
                {line.papers === 1 ? "One paper" : `${line.papers} papers`}
              </button>
            )}
          </p>
        )}
        {line.answer && id && (
          <p className="flex flex-wrap gap-2 pb-3 pl-[60px] [&>*]:min-h-11">
            <Button onClick={() => answer("accepted")}>Accept</Button>
            <Button onClick={() => answer("declined")}>Decline</Button>
            <Button look="plain" onClick={onOpen}>
              With a line, or another time
            </Button>
          </p>
        )}
      </div>
    </li>
  );
}
