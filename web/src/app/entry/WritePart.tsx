import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Circle } from "../../api/types";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { useChanges } from "../changes";
import { useKept } from "../useKept";

interface Asked {
  answer: string;
  role: string;
  who: { inside: boolean };
}

const circles: { value: Circle; label: string; is: (a: Asked) => boolean }[] = [
  { value: "everyone", label: "everyone", is: () => true },
  { value: "required", label: "those required", is: (a) => a.role === "required" },
  { value: "silent", label: "those who have not answered", is: (a) => a.answer === "silent" },
  { value: "external", label: "those outside", is: (a) => !a.who.inside },
];

interface Props {
  id: string;
  occurrence: string | null;
  title: string;
  attendees: Asked[];
}

/** Words to those who are asked, without changing the meeting. */
export function WritePart({ id, occurrence, title, attendees }: Props) {
  const [open, setOpen] = useState(false);
  const people = attendees.filter((a) => a.role !== "resource");
  if (people.length === 0) return null;
  return open ? (
    <Words id={id} occurrence={occurrence} title={title} people={people} onDone={() => setOpen(false)} />
  ) : (
    <Button onClick={() => setOpen(true)}>Write to them</Button>
  );
}

function Words({ id, occurrence, title, people, onDone }: Omit<Props, "attendees"> & { people: Asked[]; onDone: () => void }) {
  const { run } = useChanges();
  const [circle, setCircle] = useState<Circle>("everyone");
  const kept = useKept(`letter ${id} ${occurrence ?? ""}`, () => ({ subject: title, text: "" }));
  const { subject, text } = kept.value;
  const chosen = circles.find((c) => c.value === circle);
  const count = people.filter((a) => chosen?.is(a)).length;
  return (
    <form
      aria-label="Write to those asked"
      className="grid w-full max-w-[70ch] gap-2 py-1"
      onSubmit={(e) => {
        e.preventDefault();
        run(
          ask(
            client.POST("/api/meetings/{id}/letters", {
              params: { path: { id } },
              body: { occurrence, circle, subject: subject.trim(), text: text.trim() },
            }),
          ).then((made) => {
            kept.forget();
            return made;
          }),
          `Written to ${count === 1 ? "one" : count} about “${title}”.`,
        );
        onDone();
      }}
    >
      <p className="font-serif text-[19px] leading-7">
        Write to{" "}
        <Part name="To whom" value={`${chosen?.label ?? ""} (${count})`} width={320}>
          {(close) => (
            <Choices<Circle>
              value={circle}
              options={circles.map((c) => ({ value: c.value, label: c.label, note: String(people.filter(c.is).length) }))}
              onChoose={(value) => {
                setCircle(value);
                close();
              }}
            />
          )}
        </Part>
        :
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
        rows={4}
        maxLength={10_000}
        value={text}
        onChange={(e) => kept.edit({ text: e.target.value })}
        className="border border-ink bg-water p-2 outline-none focus-visible:border-sea"
      />
      <p className="text-[12.5px] text-soft">The meeting stays as it is. What they write back is filed with it.</p>
      <div className="flex gap-2">
        <Button type="submit" disabled={count === 0 || text.trim() === ""}>
          Write to {count === 1 ? "one" : count}
        </Button>
        <Button look="plain" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
