import { useState } from "react";
import { ask, client } from "../../api/client";
import { useChange } from "../../app/hooks/useChange";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import { Welcome } from "./Welcome";

interface Props {
  /** What was typed as the address already. */
  address: string;
  onBack: () => void;
}

/** A link to a new password, by mail; nobody learns here who has an account. */
export function LostPassword({ address, onBack }: Props) {
  const [typed, setTyped] = useState(address);
  const [asked, setAsked] = useState(false);
  const { busy, problem, make } = useChange();
  if (asked)
    return (
      <Welcome line="Look into your mail.">
        <p role="status" className="max-w-[46ch]">
          If {typed} can sign in here, a link to set a new password is on its way. It works once, within a day. Nothing came? An
          administrator can give you a link too.
        </p>
        <p className="mt-4">
          <Button autoFocus onClick={onBack}>
            Back to signing in
          </Button>
        </p>
      </Welcome>
    );
  return (
    <Welcome line="A new password, by a link to your mail.">
      <form
        className="grid max-w-80 content-start gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          make(
            () => ask(client.POST("/api/account/reset", { body: { address: typed } })),
            undefined,
            () => setAsked(true),
          );
        }}
      >
        <Field
          label="E-mail address"
          type="email"
          autoComplete="username"
          autoFocus
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          required
        />
        {problem && <FieldError>{problem.message}</FieldError>}
        <div className="flex gap-2">
          <Button look="filled" type="submit" disabled={busy}>
            Send me a link
          </Button>
          <Button look="plain" onClick={onBack}>
            Back
          </Button>
        </div>
      </form>
    </Welcome>
  );
}
