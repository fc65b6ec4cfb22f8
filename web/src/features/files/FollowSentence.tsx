import { Choices, Part, TypedPart } from "../../sentence/Part";

export interface FollowDraft {
  name: string;
  address: string;
  most: string;
  everyMinutes: number;
}

export const startingDraft: FollowDraft = { name: "", address: "", most: "firm", everyMinutes: 60 };

const taking = [
  { value: "firm", label: "as they say", note: "firm or free" },
  { value: "pencilled", label: "pencilled at most", note: "half height" },
  { value: "free", label: "no time at all", note: "others may plan over them" },
];

const often = [
  { value: 15, label: "every 15 minutes" },
  { value: 60, label: "every hour" },
  { value: 360, label: "every 6 hours" },
  { value: 1440, label: "once a day" },
];

/** What is said of a calendar kept elsewhere. */
export function FollowSentence({ draft, onEdit, verb }: { draft: FollowDraft; onEdit: (draft: FollowDraft) => void; verb: string }) {
  return (
    <p className="font-serif text-[19px] leading-8">
      {verb}{" "}
      <TypedPart
        name="Address"
        value={draft.address}
        placeholder="https://…"
        longest={2000}
        onChange={(address) => onEdit({ ...draft, address })}
      />{" "}
      as{" "}
      <TypedPart
        name="Name"
        value={draft.name}
        placeholder="what it is called"
        longest={100}
        onChange={(name) => onEdit({ ...draft, name })}
      />
      ,{" "}
      <Part name="How often it is read" value={often.find((o) => o.value === draft.everyMinutes)?.label ?? "now and then"} width={240}>
        {(close) => (
          <Choices<number>
            value={draft.everyMinutes}
            options={often}
            onChoose={(everyMinutes) => {
              onEdit({ ...draft, everyMinutes });
              close();
            }}
          />
        )}
      </Part>
      ; its entries take{" "}
      <Part name="How they take time" value={taking.find((t) => t.value === draft.most)?.label ?? draft.most} width={320}>
        {(close) => (
          <Choices<string>
            value={draft.most}
            options={taking}
            onChoose={(most) => {
              onEdit({ ...draft, most });
              close();
            }}
          />
        )}
      </Part>
      .
    </p>
  );
}
