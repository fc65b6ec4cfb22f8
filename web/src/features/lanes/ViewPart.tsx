import { useEffect, type ReactNode } from "react";
import { lanesSpans, type LanesSpan } from "../../api/queries";
import { Choices, Part } from "../../sentence/Part";
import { spanNames } from "./span";

/** How much of the calendar is shown at once, as a part of the sentence. */
export function ViewPart({
  view,
  onChoose,
  onLook,
}: {
  view: LanesSpan;
  onChoose: (view: LanesSpan) => void;
  /** The choices are being looked at. */
  onLook?: (() => void) | undefined;
}) {
  return (
    <Part name="What is shown" value={spanNames[view]} width={220}>
      {(close) => (
        <Looked onLook={onLook}>
          <Choices<LanesSpan>
            value={view}
            options={lanesSpans.map((v) => ({ value: v, label: spanNames[v] }))}
            onChoose={(v) => {
              onChoose(v);
              close();
            }}
          />
        </Looked>
      )}
    </Part>
  );
}

function Looked({ onLook, children }: { onLook: (() => void) | undefined; children: ReactNode }) {
  useEffect(() => onLook?.(), [onLook]);
  return children;
}
