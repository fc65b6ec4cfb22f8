import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { entryQuery } from "../../api/queries";
import type { EntryDetails } from "../../api/types";
import { Attendees } from "../../lane/Attendees";
import { RichTextShown } from "../../sentence/RichText";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { AnswerFor } from "./AnswerFor";
import { CancelPart } from "./parts/CancelPart";
import { ConferencePart } from "./parts/ConferencePart";
import { EditPart } from "./parts/EditPart";
import { ForwardPart } from "./parts/ForwardPart";
import { GoOn } from "./GoOn";
import { MarkPart } from "./parts/MarkPart";
import { NotesPart } from "./notes/NotesPart";
import { OrganiserPart } from "./parts/OrganiserPart";
import { OwnPart } from "./parts/OwnPart";
import { OnCalendar } from "./parts/OnCalendar";
import { PapersPart } from "./parts/PapersPart";
import { Side } from "./Side";
import { TiedPart } from "./parts/TiedPart";
import type { Shown } from "./useEntrySheet";

interface Props {
  shown: Shown;
  onClose: () => void;
  /** Another entry of the same lane. */
  onOpen: (id: string, occurrence: string | null) => void;
}

/** One entry with everything its reader may know, beside the board. */
export default function EntrySheet({ shown, onClose, onOpen }: Props) {
  const entry = useQuery(entryQuery(shown.id, shown.lane, shown.occurrence));
  return (
    <Side title={entry.data?.title ?? "Entry"} onClose={onClose}>
      {entry.data && !entry.isRefetchError ? (
        <Details entry={entry.data} shown={shown} onClose={onClose} onOpen={onOpen} />
      ) : (
        <>
          <Wait query={entry}>Reading the entry…</Wait>
          <Button onClick={onClose}>Close</Button>
        </>
      )}
    </Side>
  );
}

function stateOf(entry: EntryDetails): string {
  if (entry.held) return entry.held.lapses;
  // Who does not know it whole knows how it takes time, not who answered.
  if (entry.kind !== "meeting" || entry.organiser === null) return entry.takes;
  if (!entry.sent) return "saved and not sent";
  return `${entry.agreed ? "agreed" : "not agreed yet"}${entry.answersWanted ? "" : ", no reply wanted"}`;
}

function Details({ entry, shown, onClose, onOpen }: Props & { entry: EntryDetails }) {
  const state = stateOf(entry);
  return (
    <>
      {entry.mayChange ? (
        <EditPart entry={entry} shown={shown} onClose={onClose} />
      ) : (
        <>
          <h2 className="font-serif text-[24px] leading-7">{entry.title}</h2>
          <p className="mt-2">{entry.when}</p>
          {entry.repeats && <p className="text-soft">{entry.repeats}</p>}
        </>
      )}
      <p className="mt-2 text-soft">
        {[entry.mayChange ? entry.when : entry.place, entry.private ? "private" : null, state].filter(Boolean).join(" · ")}
      </p>
      <OnCalendar entry={entry} />
      {entry.keptIn && <p className="mt-1 text-soft">Read from “{entry.keptIn}”, kept elsewhere, and changed only there.</p>}
      {entry.madeBy && !entry.keptIn && (
        <p className="mt-1 text-soft">{entry.kind === "meeting" ? `Organised by ${entry.madeBy}` : `Made by ${entry.madeBy}`}</p>
      )}
      <ConferencePart entry={entry} />
      {entry.askedBy && (
        <p className="mt-1">
          Asked for by {entry.askedBy}
          {entry.ringBack && <>; ring back {entry.ringBack}</>}
        </p>
      )}
      {entry.dialIn && <p className="mt-1 whitespace-pre-line">By telephone: {entry.dialIn}</p>}
      {entry.line && <p className="mt-3">{entry.line}</p>}
      {entry.agenda && (
        <section className="mt-4">
          <h3 className="text-soft">Agenda</h3>
          <RichTextShown html={entry.styledAgenda} plain={entry.agenda} />
        </section>
      )}
      {entry.attendees.length > 0 && (
        <section className="mt-4">
          <h3 className="mb-1 text-soft">Who is invited</h3>
          <Attendees attendees={entry.attendees} />
        </section>
      )}
      <OwnPart entry={entry} lane={shown.lane} />
      <PapersPart entry={entry} lane={shown.lane} />
      <NotesPart entry={entry} lane={shown.lane} />
      <TiedPart entry={entry} lane={shown.lane} onOpen={onOpen} />
      <MarkPart entry={entry} lane={shown.lane} />
      <div className="mt-6 grid gap-3">
        <AnswerFor entry={entry} onDone={onClose} />
        {entry.whyNot && !entry.keptIn && <p className="text-soft">{entry.whyNot}</p>}
        {entry.mayChange && <GoOn entry={entry} lane={shown.lane} onDone={onClose} />}
        {!entry.mayChange && entry.mayForward && (
          <div className="flex flex-wrap gap-2">
            <OrganiserPart entry={entry} lane={shown.lane} />
            <ForwardPart entry={entry} lane={shown.lane} onDone={onClose} />
          </div>
        )}
        {entry.mayChange && <CancelPart entry={entry} onDone={onClose} />}
        <div className="flex items-center gap-3">
          {!entry.keptIn && entry.organiser && (
            <Link
              to="/history"
              search={{ who: shown.lane, entry: entry.id }}
              className="inline-flex min-h-8 items-center text-sea underline underline-offset-4"
            >
              What was done
            </Link>
          )}
          <a
            href={`/api/calendars/${shown.lane}/file?entry=${entry.id}`}
            download
            className="inline-flex min-h-8 items-center text-sea underline underline-offset-4"
          >
            Download .ics
          </a>
          <Button onClick={onClose}>Close</Button>
        </div>
      </div>
    </>
  );
}
