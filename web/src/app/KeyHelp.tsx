import { Button } from "../ui/Button";
import { Window } from "../ui/Window";
import { useKeysState, type KeyHint } from "./keys";

const everywhere: KeyHint[] = [
  { keys: "/, Ctrl /", does: "find a person, a meeting, a place; or go anywhere here" },
  { keys: "N", does: "arrange a meeting" },
  { keys: "Z, Ctrl Z", does: "undo what you did last, in the last day" },
  { keys: "Y, Ctrl Y", does: "do again what was undone" },
  { keys: "E", does: "enter an appointment, on Lanes" },
  { keys: "M", does: "pick up the entry: arrows move, Shift and arrows stretch, Enter puts it down, Escape lets go" },
  { keys: "J K", does: "along a list" },
  { keys: "A T D", does: "accept, tentative, decline the chosen invitation" },
  { keys: "← → ↑ ↓", does: "from entry to entry, and lane to lane" },
  { keys: "← →", does: "along a row of buttons or days, and along “More”; Tab leaves it" },
  { keys: "X", does: "choose the entry, to give several a category" },
  { keys: "S", does: "the line in which a meeting or an appointment is typed" },
  { keys: "+ − =", does: "the hours nearer, further, as they were" },
  { keys: "Ctrl Enter", does: "send the meeting that is written, or add or change what a sheet shows" },
  { keys: "Ctrl S", does: "keep a meeting unsent" },
  { keys: "H L", does: "back and on in time" },
  { keys: "0", does: "now" },
  { keys: "1 to 9", does: "show or hide a lane" },
  { keys: "B", does: "lanes as a list, and back" },
  { keys: "Enter", does: "open what is chosen" },
  { keys: "?", does: "this list" },
];

export default function KeyHelp() {
  const { helpOpen, setHelpOpen, single, setSingle } = useKeysState();
  return (
    <Window title="Keys" open={helpOpen} onOpen={setHelpOpen}>
      <dl className="grid grid-cols-[7rem_1fr] gap-y-1.5">
        {everywhere.map((k) => (
          <div key={k.keys} className="contents">
            <dt className="font-semibold">{k.keys}</dt>
            <dd className="text-soft">{k.does}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex min-h-8 items-center gap-2">
        <input type="checkbox" checked={single} onChange={(e) => setSingle(e.target.checked)} className="size-4 accent-sea" />
        Use single-letter shortcuts
      </label>
      <div className="mt-4 text-right">
        <Button onClick={() => setHelpOpen(false)}>Close the list</Button>
      </div>
    </Window>
  );
}
