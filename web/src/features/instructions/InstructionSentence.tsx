import type { Instructions } from "../../api/types";
import { Choices, Part } from "../../sentence/Part";
import { PeoplePicker } from "../../sentence/PeoplePicker";
import { orOf, type Draft } from "./draft";

interface Props {
  data: Instructions;
  draft: Draft;
  /** Whether whose it is can be chosen. */
  mayTurn: boolean;
  onEdit: (part: Partial<Draft>) => void;
}

const answers = [
  { value: "accepted", label: "accept" },
  { value: "tentative", label: "tentatively accept" },
  { value: "declined", label: "decline" },
] as const;

const times = [
  { value: "whenever", label: "whenever it is" },
  { value: "withinHours", label: "within working hours", note: "nothing in the way" },
  { value: "fits", label: "when it fits", note: "and there is a break on both sides" },
  { value: "clashes", label: "when it clashes" },
  { value: "outOfHours", label: "out of hours" },
  { value: "elsewhere", label: "where they are not that day" },
  { value: "away", label: "while they are away" },
] as const;

const lengths = [30, 45, 60, 90, 120, 180, 240, 480];
const lengthWords = (minutes: number) => (minutes < 60 ? `${minutes} minutes` : minutes === 60 ? "an hour" : `${minutes / 60} hours`);

const labelOf = <T extends string>(options: readonly { value: T; label: string }[], value: string) =>
  options.find((o) => o.value === value)?.label ?? "";

/** "For Maren decline what anybody asks when it clashes with “board”": each part opens what it can be. */
export function InstructionSentence({ data, draft, mayTurn, onEdit }: Props) {
  return (
    <p className="max-w-[80ch] font-serif text-[21px] leading-9">
      {"For "}
      {mayTurn && data.of.length > 1 ? (
        <Part name="Whose" value={draft.of.givenName}>
          {(close) => (
            <Choices
              options={data.of.map((p) => ({ value: p.id, label: p.name }))}
              value={draft.of.id}
              onChoose={(id) => {
                const of = data.of.find((p) => p.id === id);
                if (of) onEdit({ of });
                close();
              }}
            />
          )}
        </Part>
      ) : (
        draft.of.givenName
      )}{" "}
      <Part name="Answer" value={labelOf(answers, draft.answer)}>
        {(close) => (
          <Choices
            options={[...answers]}
            value={draft.answer}
            onChoose={(answer) => {
              onEdit({ answer });
              close();
            }}
          />
        )}
      </Part>
      {" what "}
      <WhoPart draft={draft} onEdit={onEdit} />
      {draft.asks === "these" && draft.people.length > 1 ? " ask, " : " asks, "}
      <WordsPart
        name="Title"
        label="Words of its title"
        usual="whatever it is called"
        words={draft.title}
        said={`called “${draft.title}”`}
        onSay={(title) => onEdit({ title })}
      />
      {", "}
      <Part
        name="Length"
        value={draft.atLeastMinutes === null ? "" : `for ${lengthWords(draft.atLeastMinutes)} or more`}
        quiet={draft.atLeastMinutes === null ? "however long" : undefined}
      >
        {(close) => (
          <Choices
            options={[{ value: 0, label: "however long" }, ...lengths.map((l) => ({ value: l, label: `${lengthWords(l)} or more` }))]}
            value={draft.atLeastMinutes ?? 0}
            onChoose={(minutes) => {
              onEdit({ atLeastMinutes: minutes || null });
              close();
            }}
          />
        )}
      </Part>
      {", "}
      <Part
        name="Time"
        value={draft.time === "whenever" ? "" : labelOf(times, draft.time)}
        quiet={draft.time === "whenever" ? "whenever it is" : undefined}
        width={400}
      >
        {(close) => (
          <Choices
            options={[...times]}
            value={draft.time}
            onChoose={(time) => {
              onEdit({ time });
              close();
            }}
          />
        )}
      </Part>
      {draft.time === "clashes" && (
        <>
          {" "}
          <WordsPart
            name="With what"
            label="Words in the title of what is in the way; private entries are not looked at"
            usual="with anything"
            words={draft.clashTitle}
            said={`with “${draft.clashTitle}”`}
            onSay={(clashTitle) => onEdit({ clashTitle })}
          />
        </>
      )}
      .
    </p>
  );
}

/** Who asks: anybody, of one side, or who is named. */
function WhoPart({ draft, onEdit }: Pick<Props, "draft" | "onEdit">) {
  const sides = [
    { value: "anybody", label: "anybody" },
    { value: "inside", label: "anybody inside" },
    { value: "outside", label: "anybody outside" },
  ] as const;
  const named = draft.asks === "these";
  return (
    <Part name="Who asks" value={named ? orOf(draft.people.map((p) => p.name)) : labelOf(sides, draft.asks)} width={420}>
      {(close) => (
        <>
          <Choices
            options={[...sides]}
            value={named ? undefined : draft.asks}
            onChoose={(asks) => {
              onEdit({ asks, people: [] });
              close();
            }}
          />
          <div className="mt-2 border-t border-rule pt-2">
            <PeoplePicker
              label="Or only these"
              known
              quiet
              chosen={draft.people}
              not={[draft.of.id]}
              onChange={(people) => onEdit({ people, asks: people.length > 0 ? "these" : "anybody" })}
            />
          </div>
        </>
      )}
    </Part>
  );
}

interface WordsProps {
  name: string;
  label: string;
  usual: string;
  words: string;
  /** As it stands in the sentence once there are words. */
  said: string;
  onSay: (words: string) => void;
}

/** Words that are looked for, typed in place. */
function WordsPart({ name, label, usual, words, said, onSay }: WordsProps) {
  const none = words.trim() === "";
  return (
    <Part name={name} value={none ? "" : said} quiet={none ? usual : undefined}>
      {(close) => (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            e.stopPropagation();
            close();
          }}
        >
          <label className="block">
            <span className="text-soft">{label}</span>
            <input
              autoFocus
              maxLength={100}
              value={words}
              onChange={(e) => onSay(e.target.value)}
              className="h-9 w-full border-b border-ink bg-transparent text-[15px] outline-none focus-visible:border-b-2 focus-visible:border-sea"
            />
          </label>
        </form>
      )}
    </Part>
  );
}
