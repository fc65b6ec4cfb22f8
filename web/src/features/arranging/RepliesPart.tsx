import type { Zone } from "../../api/types";
import { addDays, clock, dateText, dayAndMonth } from "../../lane/time";
import { afterWords, DeadlineFields, type Deadline } from "../../sentence/DeadlineFields";
import { Choices, Part } from "../../sentence/Part";
import { FieldError } from "../../ui/Field";
import type { Draft } from "./draft";

interface Props {
  draft: Draft;
  /** Of who writes: the deadline is said by that clock. */
  zone: Zone;
  /** When it begins, as far as that is chosen. */
  start: number | undefined;
  now: number;
  wrong: string | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** Whether those invited are to answer, until when, and what is done then. */
export function RepliesPart({ draft, zone, start, now, wrong, onEdit }: Props) {
  const { answers, deadline } = draft;
  return (
    <Part
      name="Answers"
      value={
        !answers ? "no reply wanted" : deadline ? `reply wanted by ${when(deadline)}, ${afterWords[deadline.then]}` : "a reply is wanted"
      }
      quiet={answers && !deadline ? "reply wanted" : undefined}
      wrong={wrong}
      width={400}
    >
      {(close) => (
        <div className="grid gap-2">
          <Choices<"by" | "wanted" | "not">
            value={!answers ? "not" : deadline ? "by" : "wanted"}
            options={[
              { value: "wanted", label: "a reply is wanted", note: "agreed when they accept" },
              { value: "by", label: "a reply is wanted by a day", note: "told with the invitation" },
              { value: "not", label: "no reply wanted", note: "agreed at once" },
            ]}
            onChoose={(v) => {
              onEdit({ answers: v !== "not", deadline: v === "by" ? (deadline ?? usual(zone, now, start)) : undefined });
              if (v !== "by") close();
            }}
          />
          {answers && deadline && (
            <DeadlineFields label={`Replies by, in ${zone.label}`} deadline={deadline} onSay={(said) => onEdit({ deadline: said })} />
          )}
          {wrong && <FieldError>{wrong}</FieldError>}
        </div>
      )}
    </Part>
  );
}

const when = ({ day, time }: Deadline) => (day ? `${dayAndMonth(day)}, ${time}` : "a day");

/** The day before it begins, and no sooner than tomorrow; later today where it begins tomorrow. */
function usual(zone: Zone, now: number, start: number | undefined): Deadline {
  const tomorrow = addDays(dateText(zone, now), 1);
  const dayBefore = start === undefined ? tomorrow : addDays(dateText(zone, start), -1);
  if (dayBefore >= tomorrow) return { day: dayBefore, time: "12:00", then: "told" };
  return { day: dateText(zone, now), time: clock(zone, now) < "16:00" ? "17:00" : "23:00", then: "told" };
}
