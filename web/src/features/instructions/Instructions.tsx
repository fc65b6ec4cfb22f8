import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { instructionsQuery } from "../../api/queries";
import type { Instruction, Instructions as Data } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { useFocusBack } from "../../app/hooks/useFocusBack";
import { useWatched } from "../../app/hooks/live";
import { Flag } from "../../lane/Flag";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { draftOf, newDraft } from "./draft";
import { InstructionForm } from "./InstructionForm";

/** What is answered to invitations of one kind, for each of those whose calendars one keeps. */
export function Instructions() {
  const instructions = useQuery(instructionsQuery);
  return instructions.data ? <Said data={instructions.data} /> : <Wait query={instructions}>Reading the instructions…</Wait>;
}

const lead = (data: Data) => {
  if (data.lines.length === 0) return "None yet.";
  const unseen = data.lines.filter((l) => l.byItself).length;
  return `${data.lines.length - unseen} proposed, ${unseen} answered by itself.`;
};

function Said({ data }: { data: Data }) {
  // The key of the one that is changed, or "new".
  const [open, setOpen] = useState<string>();
  const place = useFocusBack<HTMLDivElement>(open !== undefined);
  useWatched(data.of.map((p) => p.id));
  const [first] = data.of;
  return (
    <div ref={place} className="px-6 pb-6">
      <h1 className="pt-3 pb-2.5">
        <span className="mr-4 font-serif text-[27px] leading-8">Standing instructions</span>
        <span className="text-[14px] text-soft">{lead(data)}</span>
      </h1>
      {data.of.map((of) => {
        const lines = data.lines.filter((l) => l.for.id === of.id);
        return (
          lines.length > 0 && (
            <section key={of.id} aria-label={of.name} className="pb-5">
              <h2 className="flex items-center gap-2 pb-1 text-[15px] font-semibold">
                <Flag flag={of.flag} height={18} />
                {of.name}
              </h2>
              <ul className="border-b border-rule">
                {lines.map((l) => (
                  <li key={l.key}>
                    {open === l.key ? (
                      <InstructionForm data={data} said={l.key} initial={draftOf(l)} onDone={() => setOpen(undefined)} />
                    ) : (
                      <Line said={l} viewer={data.viewer} onChange={() => setOpen(l.key)} />
                    )}
                  </li>
                ))}
              </ul>
            </section>
          )
        );
      })}
      {open === "new" && first ? (
        <InstructionForm data={data} initial={newDraft(first)} onDone={() => setOpen(undefined)} />
      ) : (
        <Button look={data.lines.length === 0 ? "filled" : "outlined"} onClick={() => setOpen("new")}>
          Add an instruction
        </Button>
      )}
      <p className="max-w-[80ch] pt-4 text-soft">
        An instruction says what is answered to invitations of one kind. It is proposed beside each invitation that it is about, on Answer.
        Where two of them say different things, neither is followed unseen.
      </p>
    </div>
  );
}

function Line({ said, viewer, onChange }: { said: Instruction; viewer: string; onChange: () => void }) {
  const { run } = useChanges();
  // Changed by anybody else it is a proposal.
  const onlyProposed = said.byItself && said.for.id !== viewer;
  const body = { inNameOf: said.for.id };
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-1 border-t border-rule py-2">
      <div className="min-w-[260px] flex-1">
        <p className="font-serif text-[18px] leading-7">{said.words}.</p>
        {said.line && <p className="whitespace-pre-line">“{said.line}”</p>}
        <p className="text-soft">
          <span className={said.byItself ? "font-semibold text-sea" : ""}>{said.byItself ? "Answered by itself" : "Proposed"}</span>
          {`, ${[said.said, said.used].filter(Boolean).join(", ")}`}
          {said.open.length > 0 && `; about ${said.open.map((t) => `“${t}”`).join(", ")} now`}
        </p>
      </div>
      <span className="flex flex-wrap gap-1">
        <Button look="plain" aria-label={`Change “${said.words}”${onlyProposed ? "; it is then proposed only" : ""}`} onClick={onChange}>
          {onlyProposed ? "Change, and only propose" : "Change"}
        </Button>
        <Button
          look="grave"
          aria-label={`End “${said.words}”`}
          onClick={() =>
            run(
              ask(client.POST("/api/instructions/{key}/ended", { params: { path: { key: said.key } }, body })),
              `Ended: ${said.words.charAt(0).toLowerCase()}${said.words.slice(1)}.`,
            )
          }
        >
          End
        </Button>
      </span>
    </div>
  );
}
