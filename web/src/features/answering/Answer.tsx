import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useMemo, useRef, useState } from "react";
import { answersQuery } from "../../api/queries";
import type { AnswerRow, Answers } from "../../api/types";
import { useEntrySheet } from "../../app/entry/useEntrySheet";
import { useWatched } from "../../app/hooks/live";
import { useNarrow } from "../../app/hooks/useNarrow";
import { Replies } from "../../app/parts/Replies";
import { useKeys } from "../../app/keys";
import { Wait } from "../../ui/Wait";
import { AnswerList } from "./AnswerList";
import { AnswerOpen } from "./AnswerOpen";
import { AnswerSeveral } from "./AnswerSeveral";
import { JustAnswered } from "./JustAnswered";
import { useAnswering } from "./useAnswering";

/** Every invitation that waits for an answer, of all for whom one speaks. */
export function Answer() {
  const answers = useQuery(answersQuery);
  return answers.data ? <Waiting data={answers.data} /> : <Wait query={answers}>Looking for what waits…</Wait>;
}

function Waiting({ data }: { data: Answers }) {
  const { rows } = data;
  // Where what was chosen is answered, what comes to its place is.
  const [chosen, setChosen] = useState({ key: "", at: 0 });
  const [several, setSeveral] = useState<string[]>([]);
  const found = rows.findIndex((r) => r.key === chosen.key);
  const at = found >= 0 ? found : Math.min(chosen.at, rows.length - 1);
  const row = rows[at];
  const marked = useMemo(() => rows.filter((r) => several.includes(r.key)), [rows, several]);
  const sheet = useEntrySheet();
  const narrow = useNarrow();
  const answering = useAnswering(row);
  useWatched([...new Set(rows.flatMap((r) => [r.for.id, r.organiser.id]))].filter(Boolean));

  const choose = (next: AnswerRow | undefined) => next && setChosen({ key: next.key, at: rows.indexOf(next) });
  // In a narrow window what is opened stands below the list.
  const opened = useRef<HTMLElement>(null);
  const open = (next: AnswerRow) => {
    choose(next);
    if (narrow) requestAnimationFrame(() => opened.current?.scrollIntoView());
  };
  const mark = (key: string) => setSeveral((now) => (now.includes(key) ? now.filter((k) => k !== key) : [...now, key]));
  const alone = marked.length === 0;
  useKeys(
    {
      j: () => choose(rows[Math.min(rows.length - 1, at + 1)]),
      k: () => choose(rows[Math.max(0, at - 1)]),
      x: () => row && mark(row.key),
      a: () => alone && answering.give("accepted"),
      t: () => alone && answering.give("tentative"),
      d: () => alone && answering.give("declined"),
      q: () => alone && row && row.for.id !== data.viewer && answering.setDoing("principal"),
      i: () => alone && row?.instructed[0] && answering.follow(row.instructed[0]),
      o: () => alone && answering.setDoing("time"),
    },
    [
      { keys: "A T D", does: "answer" },
      { keys: "O", does: "another time" },
      { keys: "Q", does: "ask the principal" },
      { keys: "I", does: "as instructed" },
      { keys: "J K", does: "along the invitations" },
      { keys: "X", does: "choose several" },
      { keys: "Z", does: "undo what you did last" },
    ],
  );

  if (!row)
    return (
      <div className="px-6 pt-3">
        <h1 className="font-serif text-[27px] leading-9">Nothing to answer</h1>
        <Replies replies={data.replies} />
        <p className="pt-2 text-soft">Every invitation has its answer. New ones stand here, and on the Desk, as they come.</p>
        <JustAnswered answered={data.justAnswered} onOpen={(a) => sheet.open(a.entry, a.for.id, a.occurrence)} />
        {sheet.sheet}
      </div>
    );
  return (
    <div className="grid min-h-full grid-cols-[minmax(300px,384px)_minmax(0,1fr)] gap-x-7 px-6 pb-6 max-[900px]:grid-cols-1">
      <section aria-label="What waits" className="max-[900px]:border-b max-[900px]:border-rule max-[900px]:pb-3">
        <h1 className="pt-3 font-serif text-[24px] leading-8">{data.lead}</h1>
        <Replies replies={data.replies} />
        <AnswerList data={data} chosen={row} several={several} onChoose={open} onMark={mark} />
        <JustAnswered answered={data.justAnswered} onOpen={(a) => sheet.open(a.entry, a.for.id, a.occurrence)} />
        <p className="pt-3 text-soft">
          What is answered alike each time:{" "}
          <Link to="/instructions" className="inline-flex min-h-8 items-center text-ink underline underline-offset-4">
            standing instructions
          </Link>
        </p>
      </section>
      <section ref={opened} aria-label={alone ? row.title : "Several at once"} className="flex min-w-0 flex-col">
        {alone ? (
          <AnswerOpen
            key={row.key}
            row={row}
            data={data}
            answering={answering}
            onOpen={() => sheet.open(row.entry, row.for.id, row.occurrence)}
          />
        ) : (
          <AnswerSeveral rows={marked} onDone={() => setSeveral([])} />
        )}
      </section>
      {sheet.sheet}
    </div>
  );
}
