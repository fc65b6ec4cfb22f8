import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { lineQuery } from "../../api/queries";
import { beginArranging } from "../parts/arrangeWith";
import { useSettled } from "../hooks/useSettled";
import { asksPeople } from "./appointment";
import { giveLine } from "./givenLine";
import { saysWhat } from "./saysWhat";

/** The value of the line among what is found. */
export const inOneLine = "in one line";

/** Where the words sought say what and when, they can be arranged or put on a lane from there. */
export function LineFound({ text, className, inHand, onDone }: { text: string; className: string; inHand: boolean; onDone: () => void }) {
  const navigate = useNavigate();
  const settled = useSettled(text, 250);
  const read = useQuery({ ...lineQuery(settled), enabled: settled.includes(" ") });
  const reading = settled === text && !read.isPlaceholderData ? read.data : undefined;
  if (!reading?.title || (reading.start === null && reading.from === null)) return null;
  const arrange = asksPeople(reading);
  const go = () => {
    onDone();
    if (arrange) {
      beginArranging({ line: reading, inNameOf: undefined });
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
        <span className="min-w-0 truncate">{saysWhat(reading)}</span>
        <span className="ml-auto shrink-0 text-soft">{arrange ? "arrange it" : "put it on a lane"}</span>
      </Command.Item>
    </Command.Group>
  );
}
