import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../../api/client";
import { lettersQuery } from "../../../api/queries";
import type { Circle, Letters } from "../../../api/types";
import { and } from "../../../lane/words";
import { Choices, Part } from "../../../sentence/Part";
import { Button } from "../../../ui/Button";
import { DiscardButton } from "../../parts/DiscardButton";
import { FieldError } from "../../../ui/Field";
import { useChanges } from "../../hooks/changes";
import { useChange } from "../../hooks/useChange";
import { useFocusBack } from "../../hooks/useFocusBack";
import { useKept } from "../../hooks/useKept";
import { peopleOf } from "../../../lane/Attendees";

interface Asked {
  answer: string;
  role: string;
  who: { id: string; inside: boolean };
}

const circles: { value: Circle; label: string; is: (a: Asked) => boolean }[] = [
  { value: "everyone", label: "everyone", is: () => true },
  { value: "required", label: "those required", is: (a) => a.role === "required" },
  { value: "silent", label: "those who have not answered", is: (a) => a.answer === "none" },
  { value: "external", label: "those outside", is: (a) => !a.who.inside },
];

interface Props {
  id: string;
  occurrence: string | null;
  title: string;
  attendees: Asked[];
}

type Writing = "words" | "reminder";

/** Words to those who are asked, without changing the meeting; to the silent a reminder is ready. */
export function WritePart({ id, occurrence, title, attendees }: Props) {
  const queries = useQueryClient();
  const { fail } = useChanges();
  const [open, setOpen] = useState<{ kind: Writing; letters: Letters }>();
  const place = useFocusBack<HTMLDivElement>(open !== undefined);
  const people = peopleOf(attendees);
  if (people.length === 0) return null;
  const silent = people.filter((a) => a.answer === "none").length;
  // Read anew each time: what was written a moment ago counts.
  const begin = (kind: Writing) =>
    void queries
      .fetchQuery({ ...lettersQuery(id, occurrence), staleTime: 0 })
      .then((letters) => setOpen({ kind, letters }))
      .catch(fail);
  return (
    <div ref={place} className="contents">
      {open ? (
        <div className="order-last basis-full">
          <Words {...open} id={id} occurrence={occurrence} title={title} people={people} onDone={() => setOpen(undefined)} />
        </div>
      ) : (
        <>
          {silent > 0 && (
            <Button onClick={() => begin("reminder")}>Remind {silent === 1 ? "the one" : `the ${silent}`} without a reply</Button>
          )}
          <Button onClick={() => begin("words")}>Write to them</Button>
        </>
      )}
    </div>
  );
}

function Words({
  kind,
  id,
  occurrence,
  title,
  people,
  letters,
  onDone,
}: Omit<Props, "attendees"> & { kind: Writing; people: Asked[]; letters: Letters; onDone: () => void }) {
  const { busy, problem, make } = useChange();
  const [circle, setCircle] = useState<Circle>(kind === "reminder" ? "silent" : "everyone");
  const [again, setAgain] = useState(false);
  const kept = useKept(`${kind === "reminder" ? "reminder" : "letter"} ${id} ${occurrence ?? ""}`, () =>
    kind === "reminder" ? { subject: letters.subject, text: letters.text } : { subject: title, text: "" },
  );
  const { subject, text } = kept.value;
  const chosen = circles.find((c) => c.value === circle);
  const whom = people.filter((a) => chosen?.is(a)).map((a) => a.who.id);
  const count = whom.length;
  const written = letters.written.filter((w) => whom.includes(w.person));
  const today = written.filter((w) => w.today);
  const send = () => {
    make(
      () =>
        ask(
          client.POST("/api/meetings/{id}/letters", {
            params: { path: { id } },
            body: { occurrence, circle, subject: subject.trim(), text: text.trim() },
          }),
        ),
      `Written to ${count === 1 ? "one" : count} about “${title}”.`,
      () => {
        kept.forget();
        onDone();
      },
    );
  };
  return (
    <form
      aria-label={kind === "reminder" ? "Remind who has not replied" : "Write to those invited"}
      className="grid max-w-[70ch] gap-2 py-1"
      onSubmit={(e) => {
        e.preventDefault();
        if (today.length > 0 && !again) setAgain(true);
        else send();
      }}
    >
      <p className="font-serif text-[19px] leading-7">
        {kind === "reminder" ? "Remind" : "Write to"}{" "}
        <Part name="To whom" value={`${chosen?.label ?? ""} (${count})`} width={320}>
          {(close) => (
            <Choices<Circle>
              value={circle}
              options={circles.map((c) => ({ value: c.value, label: c.label, note: String(people.filter(c.is).length) }))}
              onChoose={(value) => {
                setCircle(value);
                setAgain(false);
                close();
              }}
            />
          )}
        </Part>
        :
      </p>
      <p className="text-soft">
        {written.length === 0
          ? "None of them was written to about it before."
          : `Last written to: ${written.map((w) => `${w.givenName} ${w.when}`).join(", ")}.`}
      </p>
      <input
        aria-label="Subject"
        value={subject}
        maxLength={200}
        onChange={(e) => kept.edit({ subject: e.target.value })}
        className="h-9 border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea"
      />
      <textarea
        aria-label="Words"
        autoFocus
        rows={kind === "reminder" ? 6 : 4}
        maxLength={10_000}
        value={text}
        onChange={(e) => kept.edit({ text: e.target.value })}
        className="border border-ink bg-water p-2 outline-none focus-visible:border-sea"
      />
      <p className="text-[12.5px] text-soft">The meeting stays as it is. What they write back is filed with it.</p>
      {again && (
        <p role="alert" className="font-semibold text-brass">
          {and(today.map((w) => w.givenName))} {today.length === 1 ? "was" : "were"} written to about it today already. Write all the same?
        </p>
      )}
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy || count === 0 || text.trim() === ""}>
          {again ? "Write all the same" : `${kind === "reminder" ? "Remind" : "Write to"} ${count === 1 ? "one" : count}`}
        </Button>
        <DiscardButton kept={kept} onDone={onDone} />
      </div>
    </form>
  );
}
