import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, problemOf, type Problem } from "../../api/client";
import { furtherQuery } from "../../api/queries";
import { CalendarPart } from "../../sentence/CalendarPart";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { useChanges } from "../changes";
import type { Draft } from "./edit";
import { EntrySentence } from "./EntrySentence";
import { Side } from "./Side";
import type { Fresh } from "./useEntrySheet";

type Takes = "firm" | "pencilled" | "free";

/** A new appointment as a sentence; its owner is named. */
export default function NewSheet({ fresh, onClose }: { fresh: Fresh; onClose: () => void }) {
  const queries = useQueryClient();
  const { say } = useChanges();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  const [takes, setTakes] = useState<Takes>("firm");
  const [calendar, setCalendar] = useState<string>();
  const choices = useQuery(furtherQuery(fresh.owner.id)).data?.mayAddTo ?? [];
  const on = calendar ?? choices[0]?.id;
  const [draft, setDraft] = useState<Draft>({
    time: { start: fresh.start, zone: fresh.zone, minutes: fresh.minutes, allDay: fresh.allDay ?? false, endZone: null },
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
  });
  const add = async () => {
    if (busy) return;
    setBusy(true);
    setProblem(undefined);
    try {
      const made = await ask(
        client.POST("/api/appointments", {
          body: {
            inNameOf: fresh.owner.id,
            title: draft.title,
            time: draft.time,
            place: draft.place || null,
            takes,
            private: draft.private,
            repeats: draft.repeats || null,
            calendar: on ?? null,
          },
        }),
      );
      say(`“${draft.title.trim()}” stands in ${fresh.owner.name}’s calendar.`, made.change);
      onClose();
      void queries.invalidateQueries({ queryKey: ["calendars"] });
    } catch (e) {
      setProblem(problemOf(e, "Something went wrong; nothing was added."));
    } finally {
      setBusy(false);
    }
  };
  return (
    <Side title={`New appointment for ${fresh.owner.name}`} onClose={onClose}>
      <form
        className="grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
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
        <p className="text-soft">
          It takes the time{" "}
          <Part name="How it takes time" value={takes} width={260}>
            {(close) => (
              <Choices<Takes>
                value={takes}
                options={[
                  { value: "firm", label: "firm", note: "full height" },
                  { value: "pencilled", label: "pencilled", note: "half height" },
                  { value: "free", label: "free", note: "others may plan over it" },
                ]}
                onChoose={(t) => {
                  setTakes(t);
                  close();
                }}
              />
            )}
          </Part>
          .
        </p>
        {problem && (
          <p role="alert" className="font-semibold text-brick">
            {problem.message}
          </p>
        )}
        <div className="flex gap-2">
          <Button type="submit" look="filled" disabled={busy || draft.time.minutes <= 0}>
            Add it for {fresh.owner.name.split(" ")[0]}
          </Button>
          <Button look="plain" onClick={onClose}>
            Leave it
          </Button>
        </div>
      </form>
    </Side>
  );
}
