import type { Reminder } from "../../api/types";
import { lengthText, minute } from "../../lane/time";

/** "Leave in 5 minutes for", "In 10 minutes", "Began 3 minutes ago": what a reminder says at a moment. */
export function reminderWords(reminder: Reminder, now: number): string {
  if (reminder.missed) return "Missed";
  const until = (moment: number) => Math.ceil((moment - now) / minute) * minute;
  const toStart = until(reminder.start);
  if (toStart < 0) return `Began ${lengthText(-toStart)} ago`;
  if (toStart === 0) return "Begins now";
  if (reminder.leave !== null) {
    const toLeave = until(reminder.leave);
    return toLeave > 0 ? `Leave in ${lengthText(toLeave)}` : "Leave now";
  }
  return `In ${lengthText(toStart)}`;
}
