import { useQuery } from "@tanstack/react-query";
import { readersQuery } from "../api/queries";
import { PrivateChoice } from "./PrivateChoice";

interface Props {
  isPrivate: boolean;
  onChange: (isPrivate: boolean) => void;
  /** On whose lane it stands; with it is said how many can read the title. */
  lane?: string | undefined;
  /** On which of their calendars, the main one where none is named. */
  calendar?: string | undefined;
  /** Others are invited, and read it too. */
  invited?: boolean;
}

/** Who may read an entry, and how many that are. */
export function PrivatePart({ isPrivate, onChange, lane, calendar, invited = false }: Props) {
  const readers = useQuery(readersQuery(lane, calendar)).data;
  return (
    <>
      <span className="whitespace-nowrap">
        <PrivateChoice name="Who may read it" isPrivate={isPrivate} onChange={onChange} />.
      </span>
      {readers && (
        <span className="ml-2 inline-block font-sans text-[13px] leading-5 text-soft">
          {isPrivate ? readers.privateWords : readers.words}
          {invited && ", besides those invited"}.
        </span>
      )}
    </>
  );
}
