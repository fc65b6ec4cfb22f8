import { ask, client } from "../../../api/client";
import type { Question } from "../../../api/types";
import { useChanges } from "../../../app/hooks/changes";
import { useKept } from "../../../app/hooks/useKept";
import { Judged } from "../../../lane/Judged";
import { Button } from "../../../ui/Button";

const replies = [
  { reply: "yes", words: "Yes", done: (q: Question) => `Yes to “${q.title}”: it is accepted.` },
  { reply: "no", words: "No", done: (q: Question) => `No to “${q.title}”: it is declined.` },
  { reply: "later", words: "Later", done: (q: Question) => `“${q.title}” stands here again tomorrow.` },
  { reply: "yourCall", words: "Your call", done: (q: Question) => `${q.by.givenName} decides about “${q.title}”.` },
] as const;

/** What those who keep the reader's calendar ask, each with one press; yes and no are put into effect. */
export function Questions({ questions, onOpen }: { questions: Question[]; onOpen: (question: Question) => void }) {
  if (questions.length === 0) return null;
  return (
    <section aria-labelledby="questions" className="mt-7">
      <h2 id="questions" className="border-b-2 border-ink pb-1 text-[17px] font-semibold">
        {questions.length === 1 ? "One question for you" : `${questions.length} questions for you`}
      </h2>
      <ul>
        {questions.map((q) => (
          <One key={`${q.entry} ${q.occurrence ?? ""}`} question={q} onOpen={() => onOpen(q)} />
        ))}
      </ul>
    </section>
  );
}

function One({ question, onOpen }: { question: Question; onOpen: () => void }) {
  const { make, fail } = useChanges();
  const words = useKept(`question ${question.entry} ${question.occurrence ?? ""}`, () => "");
  const say = ({ reply, done }: (typeof replies)[number]) =>
    make(
      ask(
        client.POST("/api/entries/{id}/question/reply", {
          params: { path: { id: question.entry } },
          body: { occurrence: question.occurrence, reply, words: words.value.trim() || null },
        }),
      ),
      done(question),
      () => words.forget(""),
    ).catch(fail);
  return (
    <li aria-label={question.title} className="border-b border-rule py-2.5">
      <p className="font-serif text-[19px] leading-7">
        {question.asks}, {question.when}.
      </p>
      <p>
        <Judged row={question} />
      </p>
      <p className="text-soft">
        {question.line && <span className="text-ink">“{question.line}” </span>}
        {question.by.name}, {question.since}.{" "}
        <button type="button" className="min-h-8 underline underline-offset-4" onClick={onOpen}>
          All about it
        </button>
      </p>
      <input
        aria-label={`A line with your reply to “${question.title}”, or none`}
        placeholder="A line with it, or none"
        maxLength={2_000}
        value={words.value}
        onChange={(e) => words.set(e.target.value)}
        className="mt-1 h-10 w-full border-b border-rule bg-transparent outline-none placeholder:text-soft focus-visible:border-b-2 focus-visible:border-sea"
      />
      <p className="mt-2 flex flex-wrap gap-2 [&>*]:min-h-11">
        {replies.map((r) => (
          <Button key={r.reply} look={r.reply === "yes" || r.reply === "no" ? "outlined" : "plain"} onClick={() => void say(r)}>
            {r.words}
          </Button>
        ))}
      </p>
    </li>
  );
}
