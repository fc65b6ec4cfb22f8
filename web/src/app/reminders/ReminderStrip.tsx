import { useNavigate } from "@tanstack/react-router";
import { lazy, Suspense } from "react";
import type { Reminder, Zone } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { clock, hour, minute } from "../../lane/time";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { useNow } from "../hooks/useNow";
import { useReminders } from "./useReminders";
import { reminderWords } from "./words";

const ReminderLikes = lazy(() => import("./ReminderLikes"));

interface Props {
  choosing: boolean;
  onChoosing: (open: boolean) => void;
  /** All of them stand there, those of what is over too. */
  opened: boolean;
  onOpened: (opened: boolean) => void;
}

/** Reminders stand in one quiet line under the places; those behind the first, and of what is over, open on demand. */
export function ReminderStrip({ choosing, onChoosing, opened, onOpened: setOpened }: Props) {
  const { data, answer } = useReminders();
  const now = useNow(data?.now);
  const due = data?.due ?? [];
  const shown = opened ? due : due.filter((r) => !isOver(r, now)).slice(0, 1);
  return (
    <>
      {data && choosing && (
        <Suspense>
          <ReminderLikes data={data} onClose={() => onChoosing(false)} />
        </Suspense>
      )}
      {data && shown.length > 0 && (
        <section aria-label="Reminders" className="no-print shrink-0 border-b border-rule bg-water px-6">
          <ul className={opened ? "max-h-60 overflow-auto" : ""} aria-live="polite">
            {shown.map((r, i) => (
              <Line
                key={`${r.id}${r.occurrence ?? ""}`}
                reminder={r}
                now={now}
                zone={data.zone}
                answer={answer}
                more={
                  i === 0 && due.length > 1 ? (
                    <Button look="plain" aria-expanded={opened} onClick={() => setOpened(!opened)}>
                      {opened ? "Fold them" : `${due.length - 1} more`}
                    </Button>
                  ) : null
                }
              />
            ))}
          </ul>
          {opened && (
            <div className="flex gap-1 border-t border-rule/60 py-1">
              <Button look="plain" onClick={() => void answer("dismiss", due).then(() => setOpened(false))}>
                Dismiss all {due.length}
              </Button>
              <Button look="plain" onClick={() => onChoosing(true)}>
                Choose what to be reminded of
              </Button>
            </div>
          )}
        </section>
      )}
    </>
  );
}

const isOver = (r: Reminder, now: number) => r.end <= now;

/** How many reminders are of what is over, quietly; they open above the place. */
export function MissedReminders({ onOpen }: { onOpen: () => void }) {
  const { data } = useReminders();
  const now = useNow(data?.now);
  const due = data?.due ?? [];
  const over = due.filter((r) => isOver(r, now)).length;
  // Where something is still to come, its line tells how many there are.
  if (over === 0 || over < due.length) return null;
  return (
    <button
      title={over === 1 ? "A reminder of what is over" : "Reminders of what is over"}
      type="button"
      className="min-h-8 px-2 text-[13px] whitespace-nowrap text-soft hover:text-ink max-[600px]:min-h-11"
      onClick={onOpen}
    >
      {over} missed
    </button>
  );
}

interface LineProps {
  reminder: Reminder;
  now: number;
  zone: Zone;
  answer: ReturnType<typeof useReminders>["answer"];
  more: React.ReactNode;
}

function Line({ reminder: r, now, zone, answer, more }: LineProps) {
  const navigate = useNavigate();
  const open = () =>
    void navigate({ to: "/lanes", search: { who: r.lane, entry: r.id, ...(r.occurrence ? { occurrence: r.occurrence } : {}) } });
  const later = [
    { value: now + 5 * minute, label: "in 5 minutes" },
    ...(r.start > now + 6 * minute ? [{ value: r.start, label: "when it begins" }] : []),
    { value: now + hour / 2, label: "in half an hour" },
  ];
  return (
    <li className="flex min-h-10 flex-wrap items-center gap-x-3 border-b border-rule/60 last:border-b-0">
      <span className="flex items-end">
        {r.for.map((p) => (
          <Flag key={p.id} flag={p.flag} height={18} />
        ))}
      </span>
      <span className={`font-semibold ${r.missed || r.start <= now || (r.leave ?? now + 1) <= now ? "text-brick" : "text-brass"}`}>
        {reminderWords(r, now)}
      </span>
      <button type="button" className="min-h-8 font-semibold underline decoration-rule underline-offset-4" onClick={open}>
        {r.title}
      </button>
      <span className="min-w-0 truncate text-soft max-[600px]:hidden">
        {[`${clock(zone, r.start)} to ${clock(zone, r.end)}`, r.where, r.way, `for ${r.for.map((p) => p.givenName).join(" and ")}`]
          .filter(Boolean)
          .join(" · ")}
      </span>
      <span className="ml-auto flex items-center gap-1">
        {r.link && !r.missed && (
          <a
            href={r.link}
            target="_blank"
            rel="noreferrer noopener"
            className="inline-flex min-h-8 items-center px-2 font-semibold text-sea underline underline-offset-4"
          >
            Join
          </a>
        )}
        {more}
        {!r.missed && (
          <Part name="Remind again" value="Later" width={200}>
            {(close) => (
              <Choices<number>
                value={undefined}
                options={later}
                onChoose={(until) => {
                  close();
                  void answer("snooze", [r], Math.round(until));
                }}
              />
            )}
          </Part>
        )}
        <Button look="plain" aria-label={`Dismiss the reminder of ${r.title}`} onClick={() => void answer("dismiss", [r])}>
          Dismiss
        </Button>
      </span>
    </li>
  );
}
