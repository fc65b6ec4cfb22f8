import type { Started as StartedOne } from "../../api/types";
import { Flag } from "../../lane/Flag";

/** Meetings that somebody has started: they stand out until everybody has left. */
export function Started({ started }: { started: StartedOne[] }) {
  if (started.length === 0) return null;
  return (
    <ul aria-label="Started">
      {started.map((s) => (
        <li
          key={`${s.entry}${s.occurrence ?? ""}`}
          className="-mx-6 flex min-h-10 items-center gap-x-4 border-b border-rule bg-sea-wash px-6"
        >
          <span className="w-16 font-semibold text-sea">Started</span>
          <Flag flag={s.for.flag} />
          <span className="min-w-0 flex-1 truncate">
            <strong className="font-semibold">{s.title}</strong>, {s.words}
          </span>
          <a
            href={s.link}
            target="_blank"
            rel="noreferrer noopener"
            className="flex min-h-8 items-center rounded-sm border border-sea px-3 text-[13px] font-semibold text-sea hover:bg-water"
          >
            Open the conference
          </a>
        </li>
      ))}
    </ul>
  );
}
