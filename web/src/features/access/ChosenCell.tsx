import { useState } from "react";
import type { components } from "../../api/schema";
import type { AccessCalendar, AccessRow } from "../../api/types";
import { Button } from "../../ui/Button";
import type { CellSentence } from "./cellSentence";
import { DefaultSentence } from "./DefaultSentence";
import { GivenSentence } from "./GivenSentence";
import { HeldSentence } from "./HeldSentence";
import { sightWord } from "./terms";

interface Props {
  row: AccessRow;
  calendar: AccessCalendar;
  grants: components["schemas"]["GrantsView"] | undefined;
  seen: boolean;
  onSeen: () => void;
  /** What was to be done is done; the hands go back to the table. */
  onDone: () => void;
}

/** The chosen cell as a sentence: what somebody holds in a calendar, to be changed, withdrawn, or granted. */
export function ChosenCell({ row, calendar, grants, seen, onSeen, onDone }: Props) {
  const given = row.who?.givenName ?? row.name;
  if (row.who?.id === calendar.who.id)
    return (
      <p className="py-3 font-serif text-[19px]">{calendar.own ? "That is your own calendar." : `That is ${given}’s own calendar.`}</p>
    );
  const toSee = (
    <Button look="outlined" aria-expanded={seen} className="font-sans" onClick={onSeen}>
      What {row.who ? given : row.name.toLowerCase()} sees
    </Button>
  );
  if (!grants) return <p className="py-3 text-soft">Reading what {given} holds…</p>;
  return (
    <div className="py-2">
      {row.who ? (
        <>
          {grants.grants.map((grant, i) => (
            <HeldSentence key={grant.id} grant={grant} row={row} calendar={calendar} onDone={onDone}>
              {i === 0 && toSee}
            </HeldSentence>
          ))}
          {grants.grants.length === 0 && (
            <GivenSentence row={row} calendar={calendar} onDone={onDone}>
              {toSee}
            </GivenSentence>
          )}
          {grants.grants.length > 0 && calendar.most && calendar.choices.length > 0 && (
            <OneMore row={row} calendar={calendar} onDone={onDone} />
          )}
        </>
      ) : (
        <DefaultSentence key={grants.grants[0]?.id ?? "none"} stands={grants.grants[0]} row={row} calendar={calendar} onDone={onDone}>
          {toSee}
        </DefaultSentence>
      )}
      {grants.through.map((t) => (
        <p key={t.group} className="text-soft">
          {given} also sees {sightWord(t.sight)} as a member of {t.group}.
        </p>
      ))}
    </div>
  );
}

/** Something for one calendar beside what is held already. */
function OneMore(props: Omit<CellSentence, "children">) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <Button look="plain" onClick={() => setOpen(true)}>
        Grant more on one calendar
      </Button>
    );
  return (
    <GivenSentence {...props} further>
      <Button look="plain" onClick={() => setOpen(false)}>
        Discard
      </Button>
    </GivenSentence>
  );
}
