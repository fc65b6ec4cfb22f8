import { Button } from "./Button";

/** What was typed before stands in the form again; it can be let go. */
export function StillHere({ onForget }: { onForget: () => void }) {
  return (
    <p role="note" className="flex flex-wrap items-center gap-x-2 text-[13px] text-brass">
      What you typed before is still here.
      <Button look="plain" className="!px-1 underline underline-offset-4" onClick={() => onForget()}>
        Let it go
      </Button>
    </p>
  );
}
