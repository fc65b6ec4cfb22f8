import { Button } from "../../ui/Button";
import { DiscardButton } from "./DiscardButton";
import { FieldError } from "../../ui/Field";
import { StillHere } from "../../ui/StillHere";
import { useChange } from "../hooks/useChange";
import { useKept } from "../hooks/useKept";

interface Props {
  /** What the field is called. */
  label: string;
  /** Under what name it is kept while it is written. */
  keptAs: string;
  /** What the button says. */
  sends: string;
  call: (text: string) => Promise<unknown>;
  /** What is said once they are sent. */
  sent: string;
  onDone: () => void;
}

/** Words to somebody, kept as they are typed until they are sent. */
export function WordsForm({ label, keptAs, sends, call, sent, onDone }: Props) {
  const { busy, problem, make } = useChange();
  const kept = useKept(keptAs, () => "");
  const text = kept.value.trim();
  return (
    <form
      aria-label={label}
      className="grid w-full max-w-[70ch] gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        make(
          () => call(text),
          sent,
          () => {
            kept.forget();
            onDone();
          },
        );
      }}
    >
      {kept.restored && <StillHere onForget={kept.forget} />}
      <textarea
        aria-label={label}
        autoFocus
        rows={4}
        maxLength={10_000}
        value={kept.value}
        onChange={(e) => kept.set(e.target.value)}
        className="w-full border border-ink bg-water p-2 outline-none focus-visible:border-sea"
      />
      {problem && <FieldError>{problem.message}</FieldError>}
      <div className="flex gap-2">
        <Button type="submit" disabled={busy || text === ""}>
          {sends}
        </Button>
        <DiscardButton kept={kept} onDone={onDone} />
      </div>
    </form>
  );
}
