import type { AccessCalendar } from "../../api/types";
import { CalendarPart } from "../../sentence/CalendarPart";

/** What is chosen where all of somebody's calendars are meant. */
export const allOfThem = "all";

interface Props {
  calendar: AccessCalendar;
  value: string;
  onChoose: (id: string) => void;
}

/** For which of somebody's calendars something is granted. */
export function GrantedCalendar({ calendar, value, onChoose }: Props) {
  const whose = calendar.own ? "your calendars" : `${calendar.who.givenName}’s calendars`;
  return (
    <CalendarPart
      name="Which calendar"
      value={value}
      choices={[{ id: allOfThem, name: `all of ${whose}`, note: null }, ...calendar.choices]}
      onChoose={onChoose}
    />
  );
}
