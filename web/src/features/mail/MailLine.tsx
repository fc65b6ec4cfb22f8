import type { MailLine as Line } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { Tone } from "../../ui/Tone";

/** How a message stands, by its colour; the words beside it say it. */
export const toneOf = (line: Line) =>
  ({ failed: "wrong", trying: "doubt", unfiled: "doubt", waiting: "plain", sent: "plain", filed: "plain" })[line.state];

/** One message: whose it is, which way it went, what it is about, how it stands. */
export function MailLine({ line, chosen, onChoose }: { line: Line; chosen: boolean; onChoose: () => void }) {
  const quiet = line.state === "sent" || line.state === "filed";
  return (
    <button
      type="button"
      aria-expanded={chosen}
      onClick={onChoose}
      className="grid min-h-10 w-full grid-cols-[150px_minmax(0,250px)_minmax(0,1fr)_minmax(0,300px)_130px] items-center gap-x-3 py-1.5 text-left max-[1000px]:grid-cols-[minmax(0,1fr)_130px]"
    >
      <span className="flex min-w-0 items-center gap-1.5">
        {line.of ? (
          <>
            <Flag flag={line.of.flag} height={18} />
            <span className="truncate">{line.of.name}</span>
          </>
        ) : (
          <span className="truncate text-soft">nobody known</span>
        )}
      </span>
      <span className="truncate max-[1000px]:col-start-1">
        <span className="text-soft">{line.incoming ? "from" : "to"} </span>
        {line.other}
      </span>
      <span className="truncate font-semibold max-[1000px]:col-start-1">{line.subject || "without a subject"}</span>
      <span className="truncate max-[1000px]:col-start-1">
        {quiet ? <span className="text-soft">{line.words}</span> : <Tone tone={toneOf(line)}>{line.words}</Tone>}
      </span>
      <span className="text-right whitespace-nowrap text-soft max-[1000px]:col-start-2 max-[1000px]:row-start-1">{line.when}</span>
    </button>
  );
}
