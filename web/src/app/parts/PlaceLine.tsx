import { useRouterState } from "@tanstack/react-router";
import { Button } from "../../ui/Button";
import { useSetting } from "../hooks/useSetting";

/** What each place is for, in one line, for who has not been there long. */
const lines: Record<string, string> = {
  "/": "The Desk shows what waits for an answer or a decision, and today on the lanes of the people whose calendars you keep.",
  "/lanes": "Lanes shows calendars side by side. Draw on a lane or type a line to add something, drag to move it, open it to change it.",
  "/answer": "Answer shows what the people whose calendars you keep are invited to, with what it would be for them. A, T and D answer.",
  "/chase": "Chase shows the meetings that you arrange: what is not sent yet, who has replied, who has not, and what can be done about it.",
  "/whereabouts": "Whereabouts shows where everybody works, day by day, and who is away. Drag over days to say where.",
  "/access": "Access shows who may see or change whose calendar. Choose a cell to change it.",
  "/people": "People lists everybody inside and outside, with groups, rooms and sites.",
  "/arrange":
    "Arrange writes a meeting as a sentence: choose a part to fill it in. Free slots stand beside it, and nothing is sent before you send it.",
  "/mail": "Mail lists every message about meetings, sent and received, and who wrote it in whose name.",
  "/needs-a-look":
    "Needs a look shows what would go wrong on the calendars you keep, with the way out. What you dismiss comes back when it changes.",
  "/instructions":
    "Standing instructions say what is answered to invitations of one kind. Each is proposed where it applies; whose it is can have it done unseen.",
  "/sheet": "The day sheet is a principal’s day as they carry it: print it, send it, or have it sent at an hour. Choose what stands on it.",
  "/send": "Send a calendar writes days, or the times that are free, to anybody by mail, as much of it as you choose. You see it first.",
  "/requests": "Requests holds the calls and letters that ask for time, until they are a meeting or declined.",
  "/files": "Calendar files imports and exports calendars, and makes links by which calendar programs read them.",
  "/weights": "How free slots are weighed says why one time stands above another; an administrator may say how much each thing counts.",
  "/devices": "Phones and devices lets your phone keep the calendars that you may see, and shuts it out again when it is lost.",
  "/handover": "Handover tells who covers for you what is open, and tells you afterwards what was done.",
};

const none: string[] = [];

/** Shown until it is dismissed, on every machine of its reader. */
export function PlaceLine() {
  const at = useRouterState({ select: (s) => s.location.pathname });
  const [dismissed, setDismissed] = useSetting("places-known", none);
  const line = lines[at];
  if (!line || dismissed.includes(at)) return null;
  return (
    <div className="no-print flex shrink-0 items-center gap-4 border-b border-rule px-6 text-[13px] text-soft">
      <p className="min-w-0 py-1">{line}</p>
      <Button look="plain" className="ml-auto shrink-0" onClick={() => setDismissed([...dismissed, at])}>
        Dismiss<span className="sr-only"> what this place is for</span>
      </Button>
    </div>
  );
}
