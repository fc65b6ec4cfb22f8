import type { ChaseAttendee } from "../api/types";
import { Flag, type Hoist } from "./Flag";

export const hoistOf = (answer: string): Hoist => (answer === "accepted" ? "top" : answer === "tentative" ? "half" : "bare");

/** Those of who is asked who are people: a room is booked, and told nothing. */
export const peopleOf = <T extends { role: string }>(attendees: T[]): T[] => attendees.filter((a) => a.role !== "resource");

/** Who is invited, each with a staff and the answer in words. */
export function Attendees({ attendees }: { attendees: ChaseAttendee[] }) {
  return (
    <ul>
      {attendees.map((a) => (
        <li key={a.who.id} className="border-t border-rule py-1.5">
          <div className="flex items-center gap-2">
            <Flag flag={a.who.flag} hoist={hoistOf(a.answer)} />
            <span className={`font-semibold ${a.answer === "declined" ? "line-through" : ""}`}>{a.who.name}</span>
            {a.role !== "required" && <span className="text-soft">{a.role}</span>}
            <span className="ml-auto text-right text-soft">{a.words}</span>
          </div>
          {a.comment && <p className="pl-7 text-soft">“{a.comment}”</p>}
        </li>
      ))}
    </ul>
  );
}
