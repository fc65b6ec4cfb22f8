import { ask, client } from "../../api/client";
import type { MeetingNews } from "../../api/types";
import { useChange } from "../hooks/useChange";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Tone } from "../../ui/Tone";

/** What others did to meetings to which one is asked, until it is put away; what is near stands first and louder. */
export function Told({ told, onOpen }: { told: MeetingNews[]; onOpen: (news: MeetingNews) => void }) {
  const { busy, problem, make } = useChange();
  if (told.length === 0) return null;
  return (
    <ul aria-label="Meeting updates">
      {told.map((n) => (
        <li
          key={n.id}
          className={`flex min-h-10 items-center gap-x-4 border-b max-[600px]:flex-wrap max-[600px]:py-1 border-rule ${n.near ? "bg-water" : ""}`}
        >
          <span className="w-16">
            <Tone tone={n.near ? "wrong" : "doubt"}>{n.verb}</Tone>
          </span>
          <Flag flag={n.for.flag} />
          <span className={`min-w-0 flex-1 py-1 max-[600px]:order-last max-[600px]:basis-full ${n.near ? "font-semibold" : ""}`}>
            {n.near && <span className="text-brick">At short notice. </span>}
            {n.words} {n.note && <span className="font-normal text-soft">“{n.note}”</span>}
          </span>
          {n.entry && (
            <Button look="plain" className="underline underline-offset-4" onClick={() => onOpen(n)}>
              See it
            </Button>
          )}
          <Button
            look="plain"
            disabled={busy}
            onClick={() => make(() => ask(client.DELETE("/api/news/{id}", { params: { path: { id: n.id } } })), undefined)}
          >
            Dismiss
          </Button>
        </li>
      ))}
      {problem && (
        <li>
          <FieldError>{problem.message}</FieldError>
        </li>
      )}
    </ul>
  );
}
