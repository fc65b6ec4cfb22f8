import { lanesSpans, type LanesSpan } from "../../api/queries";
import { Choices, Part } from "../../sentence/Part";
import { spanNames } from "./span";

/** How much of the calendar is shown at once, as a part of the sentence. */
export function ViewPart({ view, onChoose }: { view: LanesSpan; onChoose: (view: LanesSpan) => void }) {
  return (
    <Part name="What is shown" value={spanNames[view]} width={220}>
      {(close) => (
        <Choices<LanesSpan>
          value={view}
          options={lanesSpans.map((v) => ({ value: v, label: spanNames[v] }))}
          onChoose={(v) => {
            onChoose(v);
            close();
          }}
        />
      )}
    </Part>
  );
}
