import { useRef, useState, type ReactNode } from "react";
import { problemOf } from "../../api/client";
import { readAnew } from "../../api/fresh";
import { sendMessageFile } from "../../api/files";
import { useChanges } from "../../app/hooks/changes";
import { Button } from "../../ui/Button";

const became = {
  waits: "It waits below until somebody takes it in.",
  filed: "It is filed with what it answers.",
  applied: "It is taken in.",
  outdated: "It says nothing new, and is filed with its meeting.",
  repeated: "It was here already.",
};

/** A message that came another way, chosen or dropped as a file: it stands in the mail room of whom it is for. */
export function LayFile({ onLaid, children }: { onLaid: () => void; children: ReactNode }) {
  const { say } = useChanges();
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string>();
  const [over, setOver] = useState(false);
  const lay = async (file: File | undefined) => {
    if (!file) return;
    setProblem(undefined);
    try {
      const made = await sendMessageFile(file, () => undefined).came;
      say(`${file.name}: ${became[made.became].charAt(0).toLowerCase()}${became[made.became].slice(1)}`);
      void readAnew();
      onLaid();
    } catch (e) {
      setProblem(`${file.name}: ${problemOf(e).message}`);
    } finally {
      if (input.current) input.current.value = "";
    }
  };
  return (
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        void lay(e.dataTransfer.files[0]);
      }}
      className={`min-h-full px-6 pb-6 ${over ? "bg-sea-wash" : ""}`}
    >
      {children}
      <p className="no-print flex flex-wrap items-center gap-3 pt-4 text-soft">
        <Button onClick={() => input.current?.click()}>Add a message from a file</Button>
        or drop one here: a message (.eml), or an invitation or answer that came as a calendar file (.ics).
        <input
          ref={input}
          type="file"
          accept=".eml,.ics,message/rfc822,text/calendar"
          aria-label="Message from a file"
          className="sr-only"
          onChange={(e) => void lay(e.target.files?.[0])}
        />
      </p>
      {problem && (
        <p role="alert" className="pt-2 font-semibold text-brick">
          {problem}
        </p>
      )}
    </div>
  );
}
