import type { Person, RequestWay, Urgency, Zone } from "../../../api/types";
import { clock, dateText, lengthText, localText, minute, momentOf, weekdayOf } from "../../../lane/time";
import { LengthEditor } from "../../../sentence/LengthEditor";
import { ChoicePart } from "../../../sentence/ChoicePart";
import { Choices, Part, TypedPart } from "../../../sentence/Part";
import { PeoplePicker } from "../../../sentence/PeoplePicker";
import { Button } from "../../../ui/Button";
import { Field } from "../../../ui/Field";
import type { Asked } from "./asked";

const ways: { value: RequestWay; label: string }[] = [
  { value: "telephone", label: "by telephone" },
  { value: "mail", label: "by mail" },
  { value: "inPerson", label: "in person" },
];

const urgencies: { value: Urgency; label: string }[] = [
  { value: "atOnce", label: "at once" },
  { value: "thisWeek", label: "this week" },
  { value: "canWait", label: "when it suits" },
];

interface Props {
  asked: Asked;
  of: Person[];
  zone: Zone;
  now: number;
  wrong: { field: string | undefined; message: string } | undefined;
  fresh?: boolean;
  onEdit: (part: Partial<Asked>) => void;
}

/** Who asked for whose time, how and why, and what they were promised, as a sentence. */
export function RequestSentence({ asked, of, zone, now, wrong, fresh = false, onEdit }: Props) {
  const principal = of.find((p) => p.id === asked.inNameOf) ?? of[0];
  const at = (field: string) => (wrong?.field === field ? wrong.message : undefined);
  return (
    <p className="font-serif text-[21px] leading-[34px]">
      <TypedPart
        name="Who asks"
        value={asked.caller}
        placeholder="Who asks"
        autoFocus={fresh}
        longest={120}
        wrong={at("caller")}
        onChange={(caller) => onEdit({ caller, person: undefined })}
      />{" "}
      <Part name="Known here as" value={asked.person ? `(${asked.person.name})` : "(not known here)"} width={380}>
        {(close) => (
          <PeoplePicker
            label="Who asks, where they are known here"
            known
            quiet
            chosen={[]}
            onChange={(chosen) => {
              const person = chosen[0]?.person;
              if (person) onEdit({ person, caller: person.name });
              close();
            }}
          />
        )}
      </Part>{" "}
      asks{" "}
      <Part name="Whose time" value={principal?.name ?? ""} width={260}>
        {(close) => (
          <Choices
            value={principal?.id}
            options={of.map((p) => ({ value: p.id, label: p.name }))}
            onChoose={(inNameOf) => {
              onEdit({ inNameOf });
              close();
            }}
          />
        )}
      </Part>{" "}
      for{" "}
      <Part name="How long" value={lengthText(asked.minutes * minute)} wrong={at("minutes")} width={200}>
        {(close) => (
          <LengthEditor minutes={asked.minutes} wrong={at("minutes")} onChange={(minutes) => onEdit({ minutes })} onDone={close} />
        )}
      </Part>
      , <ChoicePart name="How they asked" options={ways} value={asked.way} onChoose={(way) => onEdit({ way })} />, about{" "}
      <TypedPart name="Why" value={asked.why} placeholder="what" longest={1000} onChange={(why) => onEdit({ why })} />; to be dealt with{" "}
      <ChoicePart name="How urgent" options={urgencies} value={asked.urgency} onChoose={(urgency) => onEdit({ urgency })} />,{" "}
      <PromisedPart asked={asked} zone={zone} now={now} onEdit={onEdit} />; ring back{" "}
      <Part name="Ring back" value={asked.ringBack || "nowhere said"} width={340}>
        {(close) => (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              // The sentence around it is a form of its own.
              e.stopPropagation();
              close();
            }}
          >
            <Field
              label="A number, hours, a name at the other end"
              autoFocus
              value={asked.ringBack}
              maxLength={1000}
              onChange={(e) => onEdit({ ringBack: e.target.value })}
            />
          </form>
        )}
      </Part>
      ,{" "}
      <ChoicePart
        name="Who may know of it"
        options={[
          { value: "open", label: "not private" },
          { value: "private", label: "private" },
        ]}
        value={asked.private ? "private" : "open"}
        onChoose={(v) => onEdit({ private: v === "private" })}
      />
      .
    </p>
  );
}

function PromisedPart({ asked, zone, now, onEdit }: Pick<Props, "asked" | "zone" | "now" | "onEdit">) {
  const { promised } = asked;
  const words = promised === undefined ? "nothing promised" : `promised by ${weekdayOf(dateText(zone, promised))} ${clock(zone, promised)}`;
  return (
    <Part name="Promised" value={words} width={300}>
      {(close) => (
        <div className="grid gap-3">
          <label>
            <span className="text-soft">They hear by</span>
            <input
              type="datetime-local"
              autoFocus
              min={localText(zone, now)}
              value={promised === undefined ? "" : localText(zone, promised)}
              onChange={(e) => e.target.value && onEdit({ promised: momentOf(zone, e.target.value) })}
              className="h-9 w-full border-b border-ink bg-transparent text-[15px]"
            />
          </label>
          <span className="flex gap-1">
            <Button
              onClick={() => {
                onEdit({ promised: momentOf(zone, `${dateText(zone, now)}T18:00`) });
                close();
              }}
            >
              Today 18:00
            </Button>
            <Button
              look="plain"
              onClick={() => {
                onEdit({ promised: undefined });
                close();
              }}
            >
              Nothing promised
            </Button>
          </span>
        </div>
      )}
    </Part>
  );
}
