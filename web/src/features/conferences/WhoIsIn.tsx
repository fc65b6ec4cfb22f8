import type { Conference } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";

/** Everyone who is in on one quay, and who knocks below it. */
export function WhoIsIn({ conference, onAdmit }: { conference: Conference; onAdmit: (presence: string, admits: boolean) => void }) {
  return (
    <>
      {conference.in.length > 0 && (
        <ul aria-label="Who is in" className="mt-6 flex flex-wrap items-end gap-x-1 border-b-2 border-ink bg-water px-3 pt-6">
          {conference.in.map((p) => (
            <li
              key={p.id}
              className="flex w-36 flex-col items-center rounded-t-sm px-2 pt-2 text-center"
              style={{ background: `var(--tint-${(p.person?.flag ?? 7) % 8})` }}
            >
              <Flag flag={p.person?.flag ?? 7} height={44} />
              <span className="mt-1 w-full truncate font-semibold" title={p.name}>
                {p.mine ? "You" : p.name}
              </span>
              <span className="pb-2 text-[12.5px] text-soft">
                {p.guest ? "guest, " : ""}
                {p.since}
              </span>
            </li>
          ))}
        </ul>
      )}
      {conference.knocking.length > 0 && (
        <ul aria-label="Who asks to come in" className="border-b border-rule">
          {conference.knocking.map((p) => (
            <li key={p.id} className="flex min-h-11 items-center gap-3">
              <span className="flex-1">
                <strong className="font-semibold">{p.name}</strong> asks to come in, {p.since}
              </span>
              <Button onClick={() => onAdmit(p.id, true)}>Let {p.name.split(" ")[0]} in</Button>
              <Button look="plain" onClick={() => onAdmit(p.id, false)}>
                Refuse
              </Button>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
