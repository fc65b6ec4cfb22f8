import { useQueryClient } from "@tanstack/react-query";
import { Problem } from "../../../api/client";
import { localText, wallClock } from "../../../lane/time";
import { Button } from "../../../ui/Button";
import { ArrangeSentence, shortWhen } from "../ArrangeSentence";
import { DraftPapers } from "../DraftPapers";
import { DraftsPart } from "../DraftsPart";
import { MoreSentence } from "../MoreSentence";
import { PlainLine } from "../PlainLine";
import { TemplatesPart } from "../TemplatesPart";
import type { Composed } from "./useComposed";

/** What is said of the meeting, and what is wrong with it. */
export function Said({ composed }: { composed: Composed }) {
  const { desk, drafts, written, attempts, searched, times } = composed;
  const { draft, id, papers } = written;
  const { names, organiser, presets, outside, slots, zone, start, panel, picked } = searched;
  const { left, edit, pick } = times;
  const queries = useQueryClient();
  const failed = slots.error ?? panel.error;
  const shown = attempts.problem ?? (failed instanceof Problem ? failed : undefined);
  return (
    <div className="px-6 pt-3">
      <PlainLine
        aside={<DraftsPart drafts={drafts} id={id} keeping={written.keeping} turnTo={written.turnTo} resolve={written.resolve} />}
        onSay={times.said}
      />
      <ArrangeSentence
        draft={draft}
        organiser={organiser}
        names={names}
        problem={shown}
        time={{
          start: localText(zone, start ?? desk.now),
          zone: zone.id,
          minutes: draft.minutes,
          allDay: false,
          endZone: null,
          end: null,
        }}
        zone={zone}
        start={start}
        presets={presets}
        picked={picked.filter((p) => p.kind !== "person").map((p) => p.name)}
        onPick={pick}
        onEdit={edit}
      />
      <MoreSentence
        draft={draft}
        organiser={organiser}
        presets={presets}
        zone={zone.id}
        reader={zone}
        start={start}
        now={desk.now}
        picked={picked.filter((p) => p.kind === "person").map((p) => p.givenName)}
        papers={
          <DraftPapers
            id={id}
            title={draft.title}
            papers={papers}
            outside={outside}
            settle={written.settle}
            onChange={(next) => {
              written.setPapers(next);
              void queries.invalidateQueries({ queryKey: ["calendars", "chosen"] });
            }}
          />
        }
        templates={<TemplatesPart draft={draft} organiser={organiser} presets={presets} onEdit={edit} />}
        wrong={(field) => (shown?.field === field ? shown.message : undefined)}
        onEdit={edit}
      />
      {left !== undefined && (
        <p role="status" className="mt-1.5 flex items-center gap-2">
          {shortWhen(wallClock(zone, left))} was chosen and lies outside these days.
          <Button onClick={() => pick(left)}>Choose it all the same</Button>
        </p>
      )}
      {shown && (
        <p role="alert" className="mt-1.5 font-semibold text-brick">
          {shown.message}
        </p>
      )}
    </div>
  );
}
