import { useQuery } from "@tanstack/react-query";
import { useEffect, useId, useState } from "react";
import { ask, client } from "../../api/client";
import { furtherQuery } from "../../api/queries";
import { CalendarPart } from "../../sentence/CalendarPart";
import { CategoryChoice } from "../../sentence/CategoryChoice";
import { Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { DiscardButton } from "../parts/DiscardButton";
import { StillHere } from "../../ui/StillHere";
import { useChange } from "../hooks/useChange";
import { useKept } from "../hooks/useKept";
import type { Draft } from "./edit";
import { EntrySentence } from "./EntrySentence";
import { NewWeighed } from "./NewWeighed";
import { Side, SideFoot } from "./Side";
import { TakesPart } from "./parts/TakesPart";
import type { Fresh } from "./useEntrySheet";

/** A new appointment as a sentence; its owner is named. */
export default function NewSheet({ fresh, onClose, onDraft }: { fresh: Fresh; onClose: () => void; onDraft: (draft: Draft) => void }) {
  const { busy, problem, make } = useChange("Something went wrong; nothing was added.");
  const form = useId();
  const [calendar, setCalendar] = useState<string>();
  const further = useQuery(furtherQuery(fresh.owner.id)).data;
  const choices = further?.mayAddTo ?? [];
  const on = calendar ?? choices[0]?.id;
  const kept = useKept<Draft & { category: string }>(`new ${fresh.owner.id}`, () => ({
    time: { start: fresh.start, zone: fresh.zone, minutes: fresh.minutes, allDay: fresh.allDay ?? false, endZone: null, end: null },
    title: "",
    place: "",
    agenda: "",
    agendaRead: "",
    private: false,
    repeats: "",
    link: "",
    dialIn: "",
    line: "",
    answersWanted: true,
    takes: "firm",
    category: "",
  }));
  // Where it is begun at another time, that time counts; the rest of what was typed before stays.
  const [moved, setMoved] = useState(!kept.restored);
  const draft = moved
    ? kept.value
    : {
        ...kept.value,
        time: { ...kept.value.time, start: fresh.start, zone: fresh.zone, minutes: fresh.minutes, allDay: fresh.allDay ?? false },
      };
  const setDraft = (edit: (before: typeof draft) => typeof draft) => {
    setMoved(true);
    kept.set(edit(draft));
  };
  // It is drawn on its lane while it is written.
  const drawn = JSON.stringify([draft.time, draft.title]);
  useEffect(() => onDraft(draft), [drawn]); // eslint-disable-line react-hooks/exhaustive-deps -- only what is drawn matters
  const add = () =>
    make(
      () =>
        ask(
          client.POST("/api/appointments", {
            body: {
              inNameOf: fresh.owner.id,
              title: draft.title,
              time: draft.time,
              place: draft.place || null,
              takes: draft.takes ?? "firm",
              private: draft.private,
              repeats: draft.repeats || null,
              calendar: on ?? null,
              category: draft.category || null,
            },
          }),
        ),
      `“${draft.title.trim()}” stands in ${fresh.owner.name}’s calendar.`,
      () => {
        kept.forget();
        onClose();
      },
    );
  return (
    <Side title={`New appointment for ${fresh.owner.name}`} onClose={onClose}>
      <form
        id={form}
        className="grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        {kept.restored && <StillHere onForget={kept.forget} />}
        <p className="text-soft">
          For <span className="font-semibold text-ink">{fresh.owner.name}</span>
          {on && (choices.length > 1 || on !== "main") && (
            <>
              , on <CalendarPart value={on} choices={choices} onChoose={setCalendar} />
            </>
          )}
        </p>
        <EntrySentence
          draft={draft}
          people={[fresh.owner.id]}
          lane={fresh.owner.id}
          calendar={on}
          moment={fresh.moment}
          wrong={problem}
          titleFirst
          agenda={false}
          onEdit={(part) => setDraft((d) => ({ ...d, ...part }))}
        />
        <TakesPart value={draft.takes ?? "firm"} onChange={(takes) => setDraft((d) => ({ ...d, takes }))} />
        {further?.categories && (
          <p className="text-soft">
            Its category is{" "}
            <Part name="Category" value={draft.category || "none"} width={260}>
              {(close) => (
                <CategoryChoice
                  categories={further.categories ?? []}
                  chosen={draft.category || undefined}
                  onChoose={(name) => {
                    setDraft((d) => ({ ...d, category: name }));
                    close();
                  }}
                />
              )}
            </Part>
            .
          </p>
        )}
        {draft.takes !== "free" && <NewWeighed owner={fresh.owner.id} time={draft.time} place={draft.place} repeats={draft.repeats} />}
        {problem && (
          <p role="alert" className="font-semibold text-brick">
            {problem.message}
          </p>
        )}
        <SideFoot>
          <Button type="submit" form={form} look="filled" disabled={busy || draft.time.minutes <= 0}>
            Add it for {fresh.owner.name.split(" ")[0]}
          </Button>
          <DiscardButton kept={kept} onDone={onClose} />
        </SideFoot>
      </form>
    </Side>
  );
}
