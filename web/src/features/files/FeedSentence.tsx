import type { Person } from "../../api/types";
import { Choices, Part } from "../../sentence/Part";

export interface FeedDraft {
  /** Somebody outside; undefined for a program of one's own. */
  reader: string | undefined;
  most: "outline" | "headlines";
  private: boolean;
  days: number;
}

export const startingFeed: FeedDraft = { reader: undefined, most: "headlines", private: false, days: 90 };

export const mosts = [
  { value: "headlines" as const, label: "titles and places", note: "as far as its reader may see them" },
  { value: "outline" as const, label: "only what time is taken", note: "no titles" },
];

const privates = [
  { value: "without" as const, label: "without what is private", note: "it reads “Private”" },
  { value: "with" as const, label: "with what is private", note: "whoever has the link reads it" },
];

const spans = [
  { value: 28, label: "four weeks ahead" },
  { value: 90, label: "90 days ahead" },
  { value: 366, label: "a year ahead" },
];

const own = { value: "", label: "a program of mine", note: "on a phone, on another machine" };

/** What is said of a link by which a program reads a calendar. */
export function FeedSentence({
  who,
  draft,
  outside,
  tellsPrivate,
  onEdit,
}: {
  who: Person;
  draft: FeedDraft;
  outside: Person[];
  tellsPrivate: boolean;
  onEdit: (draft: FeedDraft) => void;
}) {
  const readers = [own, ...outside.map((p) => ({ value: p.id, label: `a program of ${p.name}`, note: p.address }))];
  return (
    <p className="font-serif text-[19px] leading-8">
      A link by which{" "}
      <Part name="Whose program" value={readers.find((r) => r.value === (draft.reader ?? ""))?.label ?? own.label} width={340}>
        {(close) => (
          <Choices
            value={draft.reader ?? ""}
            options={readers}
            onChoose={(id) => {
              onEdit(id ? { ...draft, reader: id, private: false } : { ...draft, reader: undefined });
              close();
            }}
          />
        )}
      </Part>{" "}
      reads of {who.givenName}’s calendar{" "}
      <Part name="How much" value={mosts.find((m) => m.value === draft.most)?.label ?? ""} width={340}>
        {(close) => (
          <Choices
            value={draft.most}
            options={mosts}
            onChoose={(most) => {
              onEdit({ ...draft, most });
              close();
            }}
          />
        )}
      </Part>
      {draft.most === "headlines" && tellsPrivate && !draft.reader && (
        <>
          ,{" "}
          <Part name="Private entries" value={privates[draft.private ? 1 : 0]?.label ?? ""} width={320}>
            {(close) => (
              <Choices
                value={draft.private ? "with" : "without"}
                options={privates}
                onChoose={(told) => {
                  onEdit({ ...draft, private: told === "with" });
                  close();
                }}
              />
            )}
          </Part>
        </>
      )}
      ,{" "}
      <Part name="How far" value={spans.find((s) => s.value === draft.days)?.label ?? `${draft.days} days ahead`} width={240}>
        {(close) => (
          <Choices<number>
            value={draft.days}
            options={spans}
            onChoose={(days) => {
              onEdit({ ...draft, days });
              close();
            }}
          />
        )}
      </Part>
      .
    </p>
  );
}
