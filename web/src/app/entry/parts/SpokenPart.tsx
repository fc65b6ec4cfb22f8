import { useState } from "react";
import type { GivenAnswer } from "../../../api/answer";
import { ask, client } from "../../../api/client";
import type { ChaseAttendee } from "../../../api/types";
import { peopleOf } from "../../../lane/Attendees";
import { Choices, Part } from "../../../sentence/Part";
import { Button } from "../../../ui/Button";
import { DiscardButton } from "../../parts/DiscardButton";
import { FieldError } from "../../../ui/Field";
import { useChange } from "../../hooks/useChange";
import { useFocusBack } from "../../hooks/useFocusBack";
import { useKept } from "../../hooks/useKept";

interface Props {
  id: string;
  occurrence: string | null;
  title: string;
  attendees: ChaseAttendee[];
}

const answers: { value: GivenAnswer; label: string }[] = [
  { value: "accepted", label: "accepts" },
  { value: "tentative", label: "may come" },
  { value: "declined", label: "declines" },
];

/** An answer that somebody gave by word of mouth to who organises. */
export function SpokenPart(props: Props) {
  const [open, setOpen] = useState(false);
  const place = useFocusBack<HTMLDivElement>(open);
  if (peopleOf(props.attendees).length === 0) return null;
  return (
    <div ref={place} className="contents">
      {open ? (
        <div className="order-last basis-full">
          <Spoken {...props} onDone={() => setOpen(false)} />
        </div>
      ) : (
        <Button onClick={() => setOpen(true)}>Enter a spoken answer</Button>
      )}
    </div>
  );
}

function Spoken({ id, occurrence, title, attendees, onDone }: Props & { onDone: () => void }) {
  const people = peopleOf(attendees);
  const { busy, problem, clear, make } = useChange();
  // Who has said nothing yet first.
  const first = people.find((a) => a.answer === "none") ?? people[0];
  const kept = useKept(`spoken ${id} ${occurrence ?? ""}`, () => ({
    who: first?.who.id ?? "",
    answer: "accepted" as GivenAnswer,
    words: "",
  }));
  const { answer, words } = kept.value;
  const who = (people.find((a) => a.who.id === kept.value.who) ?? first)?.who;
  const otherwise = problem?.type === "corlin:answered-otherwise";
  if (!who) return null;
  const edit = (part: Partial<typeof kept.value>) => {
    kept.edit(part);
    clear();
  };
  const said = answers.find((a) => a.value === answer)?.label ?? "";
  return (
    <form
      aria-label="Enter a spoken answer"
      className="grid max-w-[60ch] gap-2 py-1"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            ask(
              client.POST("/api/meetings/{id}/answers", {
                params: { path: { id } },
                body: { occurrence, attendee: who.id, answer, comment: words.trim() || null, allTheSame: otherwise },
              }),
            ),
          `${who.givenName} ${said} “${title}”${who.inside ? `; ${who.givenName} is notified in ten seconds that it stands` : ""}.`,
          () => {
            kept.forget();
            onDone();
          },
        );
      }}
    >
      <p className="font-serif text-[19px] leading-7">
        <Part name="Who said it" value={who.name} width={300}>
          {(close) => (
            <Choices
              value={who.id}
              options={people.map((a) => ({ value: a.who.id, label: a.who.name, note: a.words }))}
              onChoose={(next) => {
                edit({ who: next });
                close();
              }}
            />
          )}
        </Part>{" "}
        <Part name="What they said" value={said} width={200}>
          {(close) => (
            <Choices<GivenAnswer>
              value={answer}
              options={answers}
              onChoose={(next) => {
                edit({ answer: next });
                close();
              }}
            />
          )}
        </Part>
        , by word of mouth.
      </p>
      <label className="grid">
        <span className="text-soft">In what words, if you like</span>
        <input
          value={words}
          maxLength={2000}
          onChange={(e) => edit({ words: e.target.value })}
          className="h-8 border-b border-rule bg-transparent outline-none focus-visible:border-b-2 focus-visible:border-sea"
        />
      </label>
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" look="filled" disabled={busy}>
          {otherwise ? "Enter it all the same" : `Enter it for ${who.givenName}`}
        </Button>
        <DiscardButton kept={kept} onDone={onDone} />
      </div>
    </form>
  );
}
