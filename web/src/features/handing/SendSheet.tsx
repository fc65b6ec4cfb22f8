import { useState } from "react";
import { ask, client } from "../../api/client";
import type { DaySheet } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { and } from "../../lane/words";
import { chosenOf, PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { Window } from "../../ui/Window";

interface Props {
  sheet: DaySheet;
  open: boolean;
  onOpen: (open: boolean) => void;
}

/** The sheet by mail: each gets it as far as they may know what stands on it. */
export function SendSheet({ sheet, open, onOpen }: Props) {
  const [to, setTo] = useState<Chosen[]>(() => (sheet.wish?.to.length ? sheet.wish.to : [sheet.who]).map(chosenOf));
  const [note, setNote] = useState("");
  const { busy, problem, make } = useChange();
  const send = () => {
    const body = {
      inNameOf: sheet.who.id,
      from: sheet.from,
      days: sheet.days,
      parts: sheet.parts,
      to: to.map((t) => t.id),
      note: note.trim() || null,
    };
    make(
      () => ask(client.POST("/api/sheets", { body })),
      `The sheet goes to ${and(to.map((t) => t.name))} in ten seconds.`,
      () => {
        setNote("");
        onOpen(false);
      },
    );
  };
  return (
    <Window title="Send the sheet" open={open} onOpen={onOpen} width={520}>
      <PeoplePicker label="Who gets it" known quiet chosen={to} onChange={setTo} />
      <p className="pt-1 text-soft">Each gets it as far as they may know what stands on it, with a calendar file.</p>
      <label className="block pt-3">
        <span className="text-soft">A line above it, or nothing</span>
        <textarea
          rows={3}
          maxLength={2000}
          value={note}
          onChange={(e) => setNote(e.target.value)}
          className="mt-0.5 block w-full border border-rule bg-water p-2"
        />
      </label>
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="mt-4 flex justify-end gap-2">
        <Button look="plain" onClick={() => onOpen(false)}>
          Not now
        </Button>
        <Button look="filled" disabled={busy || to.length === 0} onClick={send}>
          {to.length === 1 ? `Send to ${to[0]?.givenName ?? ""}` : `Send to ${to.length}`}
        </Button>
      </p>
    </Window>
  );
}
