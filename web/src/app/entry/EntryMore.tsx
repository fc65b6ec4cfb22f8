import type { Problem } from "../../api/client";
import { AnswersPart, LinePart } from "../../sentence/InvitedParts";
import { Part } from "../../sentence/Part";
import { Field } from "../../ui/Field";
import type { Draft } from "./edit";
import { webAddress } from "../../sentence/webAddress";

interface Props {
  draft: Draft;
  /** Others are asked to it. */
  meeting: boolean;
  wrong: Problem | undefined;
  onEdit: (part: Partial<Draft>) => void;
}

/** How one joins it from elsewhere, and what those asked are told besides: the second sentence of an entry. */
export function EntryMore({ draft, meeting, wrong, onEdit }: Props) {
  const at = (field: string) => (wrong?.field === field ? wrong.message : undefined);
  const by = [draft.link && "by video", draft.dialIn && "by telephone"].filter(Boolean).join(" and ");
  return (
    <p className="font-serif text-[17px] leading-[29px]">
      <Part name="Conference" value={by ? by.slice(0, 1).toUpperCase() + by.slice(1) : "No conference"} wrong={at("link")} width={400}>
        {() => (
          <div className="grid gap-3">
            <Field
              label="The link of the conference"
              inputMode="url"
              value={draft.link}
              maxLength={2000}
              placeholder="https://"
              error={at("link")}
              onChange={(e) => onEdit({ link: e.target.value })}
              onBlur={() => webAddress(draft.link) !== draft.link && onEdit({ link: webAddress(draft.link) })}
            />
            <Field
              label="By telephone: number and code"
              value={draft.dialIn}
              maxLength={500}
              onChange={(e) => onEdit({ dialIn: e.target.value })}
            />
          </div>
        )}
      </Part>
      {meeting && (
        <>
          ;{" "}
          <LinePart
            line={draft.line}
            value={draft.line ? "with a line to them" : "no line to them"}
            onChange={(line) => onEdit({ line })}
          />
          ; <AnswersPart wanted={draft.answersWanted} onChange={(answersWanted) => onEdit({ answersWanted })} />
        </>
      )}
      .
    </p>
  );
}
