import { useQuery } from "@tanstack/react-query";
import { useLocation, useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { lineQuery } from "../../api/queries";
import type { LineReading } from "../../api/types";
import { beginArranging } from "../parts/arrangeWith";
import { useSettled } from "../hooks/useSettled";
import { asksPeople } from "./appointment";
import { giveLine } from "./givenLine";
import { saysWhat } from "./saysWhat";

/** The value of the line among what is found. */
export const inOneLine = "in one line";

/** Says what or who, and when, be it in words that are still to be said otherwise; a question is none. */
const isLine = (reading: LineReading) =>
  (reading.title !== null || asksPeople(reading)) &&
  !reading.notUnderstood.some((n) => n.at === 0 && n.kind === "words") &&
  (reading.start !== null || reading.from !== null || (asksPeople(reading) && reading.notUnderstood.some((n) => n.kind === "time")));

/** Where the words sought say what and when, they can be arranged or put on a lane from there. */
export function LineFound({ text, className, inHand, onDone }: { text: string; className: string; inHand: boolean; onDone: () => void }) {
  const navigate = useNavigate();
  const isArranging = useLocation({ select: (at) => at.pathname === "/arrange" });
  const settled = useSettled(text, 250);
  const read = useQuery({ ...lineQuery(settled), enabled: settled.includes(" ") });
  const reading = settled === text && !read.isPlaceholderData ? read.data : undefined;
  if (!reading || !isLine(reading)) return null;
  const arrange = asksPeople(reading);
  const doubts = reading.notUnderstood.map((n) => `“${n.text}”`);
  const go = () => {
    onDone();
    if (arrange) {
      // A meeting that is being written is not put away for another: its line takes the words.
      if (doubts.length > 0 || isArranging) giveLine("arrange", text);
      else beginArranging({ line: reading, inNameOf: undefined });
      void navigate({ to: "/arrange" });
    } else if (inHand) {
      giveLine("hand", text);
      void navigate({ to: "/add" });
    } else {
      giveLine("lanes", text);
      void navigate({ to: "/lanes", search: { ...(reading.from ? { from: reading.from } : {}) } });
    }
  };
  return (
    <Command.Group heading="In one line">
      <Command.Item value={inOneLine} onSelect={go} className={className}>
        <span className="min-w-0 truncate">
          {saysWhat(reading)}
          {doubts.length > 0 && <span className="text-soft"> (not understood: {doubts.join(", ")})</span>}
        </span>
        <span className="ml-auto shrink-0 text-soft">{arrange ? "arrange it" : "put it on a lane"}</span>
      </Command.Item>
    </Command.Group>
  );
}
