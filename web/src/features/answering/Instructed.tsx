import { Link } from "@tanstack/react-router";
import type { AnswerRow } from "../../api/types";
import { Button } from "../../ui/Button";
import type { Answering } from "./useAnswering";

interface Props {
  row: AnswerRow;
  answering: Answering;
}

const presses = { accepted: "Accept as instructed", tentative: "Say tentative as instructed", declined: "Decline as instructed" } as const;

/** What standing instructions say about an invitation, each with the press that does it. */
export function Instructed({ row, answering }: Props) {
  return (
    <ul aria-label="Standing instructions" className="pt-1.5">
      {row.instructed.map((i) => (
        <li key={i.key} className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-1">
          <Button onClick={() => answering.follow(i)}>{presses[i.answer as keyof typeof presses]}</Button>
          <span className="min-w-0">
            <Link to="/instructions" className="underline decoration-1 underline-offset-4">
              {i.words}
            </Link>
            {i.line && `: “${i.line}”`}
            {i.differs && <span className="text-brass"> Another instruction says otherwise.</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}
