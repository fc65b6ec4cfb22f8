import { useState } from "react";
import type { GivenAnswer } from "../../api/answer";
import type { AnswerRow, TimeRequest } from "../../api/types";
import { useAnswer } from "../../app/hooks/useAnswer";
import { useKept, type Kept } from "../../app/hooks/useKept";
import { useSetting } from "../../app/hooks/useSetting";

const none: string[] = [];
const mostLines = 6;

export interface Answering {
  /** What is being done besides: one thing at a time. */
  doing: "time" | "instead" | "ask" | "principal" | undefined;
  setDoing: (doing: Answering["doing"]) => void;
  /** With a text where it is not the line alone that goes along. */
  give: (answer: GivenAnswer, proposed?: TimeRequest, when?: string, text?: string) => void;
  /** Answers as a standing instruction says; a line that is written goes along in place of its own. */
  follow: (instruction: AnswerRow["instructed"][number]) => void;
  /** Whether the answer is kept without writing to who asks from outside. */
  untold: boolean;
  setUntold: (untold: boolean) => void;
  /** What is written with it. */
  line: Kept<string>;
  /** The lines that were written last. */
  lines: string[];
}

/** The answer to an invitation while it is thought about. */
export function useAnswering(row: AnswerRow | undefined): Answering {
  const [state, setState] = useState<{ key: string | undefined; doing: Answering["doing"] }>({ key: undefined, doing: undefined });
  const [untoldOf, setUntoldOf] = useState<string>();
  const untold = row !== undefined && untoldOf === row.key && row.outside;
  const line = useKept(`answer ${row?.key ?? ""}`, () => "");
  const [lines, setLines] = useSetting("answer-lines", none);
  const reply = useAnswer();
  const give = (answer: GivenAnswer, proposed?: TimeRequest, when?: string, text?: string) => {
    if (!row) return;
    // Another time is asked for of somebody.
    const alone = untold && !proposed;
    const comment = alone ? null : line.value.trim() || null;
    const said = when
      ? `${answer} for ${row.for.givenName}, and ${when} ${text ? "offered instead" : "is offered"}`
      : `${answer} for ${row.for.givenName}${alone ? `; ${row.organiser.givenName} is not written to` : ""}`;
    reply(
      {
        entry: row.entry,
        occurrence: row.occurrence,
        inNameOf: row.for.id,
        comment: text ?? comment,
        proposed: proposed ?? null,
        untold: alone,
      },
      answer,
      `“${row.title}”: ${said}.`,
      () => {
        setState({ key: undefined, doing: undefined });
        setUntoldOf(undefined);
        if (alone) return;
        line.forget("");
        if (comment) setLines([comment, ...lines.filter((l) => l !== comment)].slice(0, mostLines));
      },
    );
  };
  const follow = (instruction: AnswerRow["instructed"][number]) => {
    const { key, answer } = instruction;
    if (!row || answer === "none" || answer === "delegated") return;
    reply(
      {
        entry: row.entry,
        occurrence: row.occurrence,
        inNameOf: row.for.id,
        comment: line.value.trim() || instruction.line,
        instruction: key,
      },
      answer,
      `“${row.title}”: ${answer} for ${row.for.givenName}, as instructed.`,
      () => line.forget(""),
    );
  };
  return {
    doing: state.key === row?.key ? state.doing : undefined,
    setDoing: (doing) => setState({ key: row?.key, doing }),
    untold,
    setUntold: (on) => setUntoldOf(on ? row?.key : undefined),
    give,
    follow,
    line,
    lines,
  };
}
