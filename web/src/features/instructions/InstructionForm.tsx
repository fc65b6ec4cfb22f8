import { useQuery } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import { triedQuery } from "../../api/queries";
import type { Instructions } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useKept } from "../../app/hooks/useKept";
import { useSettled } from "../../app/hooks/useSettled";
import { Button } from "../../ui/Button";
import { FieldError } from "../../ui/Field";
import { requestOf, type Draft } from "./draft";
import { InstructionSentence } from "./InstructionSentence";

interface Props {
  data: Instructions;
  /** Of one that stands; none for a new one. */
  said?: string | undefined;
  initial: Draft;
  onDone: () => void;
}

/** A standing instruction as a sentence whose parts are filled in, with what it is about now. */
export function InstructionForm({ data, said, initial, onDone }: Props) {
  const draft = useKept<Draft>(`instruction ${said ?? "new"}`, () => initial);
  const { of, line, byItself } = draft.value;
  const own = of.id === data.viewer;
  const request = { ...requestOf(draft.value), byItself: own && byItself };
  const tried = useQuery({
    ...triedQuery(useSettled({ ...request, line: null, byItself: false })),
    placeholderData: (before) => before,
  }).data;
  const { busy, problem, make } = useChange();
  const done = () => {
    draft.forget();
    onDone();
  };
  return (
    <form
      aria-label={said ? "Change the instruction" : "A new instruction"}
      className="border-t border-rule pt-3 pb-4"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () =>
            said
              ? ask(client.PUT("/api/instructions/{key}", { params: { path: { key: said } }, body: request }))
              : ask(client.POST("/api/instructions", { body: request })),
          request.byItself ? "It is put into effect by itself from now on." : "It is proposed on each invitation it is about.",
          done,
        );
      }}
    >
      <InstructionSentence data={data} draft={draft.value} mayTurn={said === undefined} onEdit={draft.edit} />
      <label className="block max-w-[640px] pt-2">
        <span className="text-soft">What is written with the answer, or nothing</span>
        <textarea
          rows={2}
          maxLength={2000}
          value={line}
          onChange={(e) => draft.edit({ line: e.target.value })}
          className="mt-0.5 block w-full border border-rule bg-water p-2 text-[14px]"
        />
      </label>
      {own ? (
        <label className="flex min-h-9 items-center gap-1.5">
          <input
            type="checkbox"
            checked={byItself}
            onChange={(e) => draft.edit({ byItself: e.target.checked })}
            className="size-4 accent-sea"
          />
          Answer by itself, without anybody looking; a series is always looked at
        </label>
      ) : (
        <p className="pt-1 text-soft">{`It is proposed on each invitation. Only ${of.givenName} can say that it is answered by itself.`}</p>
      )}
      <p role="status" className="min-h-6 pt-1">
        {tried && <Tried words={tried.words} open={tried.open} unseen={request.byItself} />}
      </p>
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="flex gap-2 pt-2">
        <Button type="submit" look="filled" disabled={busy}>
          Save the instruction
        </Button>
        <Button look="plain" onClick={done}>
          Discard
        </Button>
      </p>
    </form>
  );
}

function Tried({ words, open, unseen }: { words: string | null; open: string[]; unseen: boolean }) {
  if (words === null) return <span className="text-brass">Say to which invitations it applies.</span>;
  return open.length === 0 ? (
    <span className="text-soft">No open invitation is like that now.</span>
  ) : (
    <>
      <span className="text-soft">Of what is open now it is about </span>
      {open.map((t) => `“${t}”`).join(", ")}
      {unseen && <span className="text-brass">: answered ten seconds after you save</span>}.
    </>
  );
}
