import { Button } from "../../ui/Button";
import { useChanges } from "../hooks/changes";

/** A link that is shown this one time, and a button that copies it. */
export function ShownOnce({ words, link, copy, copied }: { words: string; link: string; copy: string; copied: string }) {
  const { say } = useChanges();
  return (
    <p className="mt-2 flex items-center gap-3">
      <label className="min-w-0 flex-1">
        <span className="text-soft">{words}</span>
        <input
          readOnly
          value={link}
          onFocus={(e) => e.target.select()}
          className="h-9 w-full border-b border-ink bg-transparent text-[13px]"
        />
      </label>
      <Button
        onClick={() => {
          void navigator.clipboard.writeText(link).then(() => say(copied));
        }}
      >
        {copy}
      </Button>
    </p>
  );
}
