import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Person } from "../../api/types";
import { useChange } from "../../app/hooks/useChange";
import { useSetting } from "../../app/hooks/useSetting";
import { DatePart } from "../../sentence/DatePart";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { Cover, Ended, Hours, Invitations, Texts, Why } from "./AbsenceParts";
import { settledOf, Standing, type Wishes } from "./Standing";
import { endsOf, kinds, textsOf, wordOf, wrongWith, type Said } from "./said";
import { standingQuery } from "./queries";

interface Props {
  people: Person[];
  who: Person;
  /** Whether the reader may let who covers speak for them meanwhile. */
  mayLend: boolean;
  said: Said;
  /** The one that is changed; undefined for a new one. */
  id: number | undefined;
  onWho: (who: Person) => void;
  onSay: (said: Said) => void;
  onDone: () => void;
  onOpen: (entry: string, occurrence: string | null) => void;
}

const noLanguages: Record<string, string[]> = {};
const none: string[] = [];

/** An absence as a sentence, with what stands in its time beside it before it is posted. */
export function AbsenceForm({ people, who, mayLend, said, id, onWho, onSay, onDone, onOpen }: Props) {
  const { busy, problem, clear, make } = useChange("It was not posted; what you said is still here.");
  const { from, to } = endsOf(said);
  const wrong = wrongWith(said);
  const [wishes, setWishes] = useState<Wishes>({});
  const standing = useQuery(standingQuery(wrong ? "" : who.id, from, to, said.covers?.id));
  const proposed = id === undefined;
  // What is proposed is done only once it was seen.
  const reading = proposed && !standing.isError && (!standing.data || standing.isPlaceholderData);
  const settled = standing.data && !standing.isPlaceholderData && proposed ? settledOf(standing.data, wishes, proposed) : [];
  const [allLanguages, setAllLanguages] = useSetting("away-languages", noLanguages);
  // What was just ticked stands at once; remembering it takes a moment.
  const [ticked, setTicked] = useState<string[]>();
  const languages = ticked ?? allLanguages[who.id] ?? none;
  const set = (part: Partial<Said>) => {
    clear();
    onSay({ ...said, ...part });
  };
  const post = () => {
    if (!from || wrong) return;
    const texts = textsOf(said, languages);
    const body = {
      from,
      to,
      covers: said.covers?.id ?? null,
      reason: said.reason.trim() || null,
      kind: said.kind,
      reasonTo: said.reasonTo,
      coverMay: said.covers ? said.coverMay : ("asNow" as const),
      texts: { inside: texts.inside.trim() || null, outside: texts.outside.trim() || null, invitations: said.invitations },
    };
    const cover = said.covers ? ` ${said.covers.givenName} is notified.` : "";
    const done = settled.length > 0 ? ` ${settled.length === 1 ? "One entry is" : `${settled.length} entries are`} settled.` : "";
    const call = async (): Promise<unknown> =>
      id === undefined
        ? ask(client.POST("/api/absences", { body: { who: who.id, said: body, settled, coversPrincipals: said.coversPrincipals } }))
        : ask(client.PUT("/api/absences/{id}", { params: { path: { id } }, body }));
    make(call, id === undefined ? `${who.givenName} is away then.${cover}${done}` : `The absence is changed.${cover}`, onDone);
  };
  return (
    <form
      aria-label={id === undefined ? "Post an absence" : "Change the absence"}
      className="grid gap-x-8 border-t border-rule py-3 min-[900px]:grid-cols-2"
      onSubmit={(e) => {
        e.preventDefault();
        post();
      }}
    >
      <div>
        <p className="font-serif text-[20px] leading-[32px]">
          {people.length > 1 && id === undefined ? (
            <Part name="Who is away" value={who.givenName} width={260}>
              {(close) => (
                <Choices<string>
                  value={who.id}
                  options={people.map((p) => ({ value: p.id, label: p.name }))}
                  onChoose={(chosen) => {
                    const next = people.find((p) => p.id === chosen);
                    if (next) onWho(next);
                    close();
                  }}
                />
              )}
            </Part>
          ) : (
            who.givenName
          )}{" "}
          is{" "}
          <Part name="What kind" value={wordOf(said.kind)} width={220}>
            {(close) => (
              <Choices
                value={said.kind}
                options={kinds}
                onChoose={(kind) => {
                  set({ kind });
                  close();
                }}
              />
            )}
          </Part>{" "}
          from <DatePart name="First day" value={said.first} onChange={(first) => set({ first, last: said.last || first })} /> to{" "}
          <DatePart name="Last day" value={said.last} wrong={wrong} onChange={(last) => set({ last })} />
          {", "}
          <Hours said={said} onChange={set} />, by the clock of {who.town};{" "}
          <Cover who={who} mayLend={mayLend} isNew={proposed} said={said} onChange={set} /> Because: <Why said={said} onChange={set} /> New
          invitations{" "}
          <Ended>
            <Invitations said={said} onChange={set} />
          </Ended>
        </p>
        <Texts
          who={who}
          said={said}
          languages={languages}
          onLanguages={(next) => {
            setTicked(next);
            setAllLanguages({ ...allLanguages, [who.id]: next });
          }}
          onChange={set}
        />
        {(wrong ?? problem) && (
          <p role="alert" className="font-semibold text-brick">
            {wrong ?? problem?.message}
          </p>
        )}
        <p className="mt-2 flex gap-2">
          <Button type="submit" look="filled" disabled={busy || !from || wrong !== undefined || reading}>
            {id !== undefined ? "Change it" : settled.length > 0 ? `Post it, and settle ${settled.length}` : "Post it"}
          </Button>
          <Button look="plain" onClick={onDone}>
            Not now
          </Button>
        </p>
      </div>
      {standing.data && <Standing entries={standing.data} wishes={wishes} proposed={proposed} onWish={setWishes} onOpen={onOpen} />}
    </form>
  );
}
