import { Button } from "../../ui/Button";

interface Props {
  kept: { forget: () => void };
  onDone: () => void;
}

/** Leaves a form and throws away what was typed in it; whoever presses Escape finds it there again. */
export function DiscardButton({ kept, onDone }: Props) {
  return (
    <Button
      look="plain"
      onClick={() => {
        kept.forget();
        onDone();
      }}
    >
      Discard
    </Button>
  );
}
