import { useState } from "react";
import { ask, client, problemOf, type Problem } from "../../api/client";
import { useChanges } from "../../app/hooks/changes";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";

/** Sets another password; other browsers are signed out by it. */
export function NewPassword() {
  const { say } = useChanges();
  const [old, setOld] = useState("");
  const [password, setPassword] = useState("");
  const [error, setError] = useState<Problem>();
  const submit = async () => {
    setError(undefined);
    try {
      await ask(client.POST("/api/account/password", { body: { old, password } }));
      setOld("");
      setPassword("");
      say("Your password is changed. Other browsers are signed out.");
    } catch (e) {
      setError(problemOf(e));
    }
  };
  return (
    <form
      aria-label="Password"
      className="mt-4 grid max-w-96 gap-3 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void submit();
      }}
    >
      <h2 className="font-semibold">Another password</h2>
      <Field
        label="The password now"
        type="password"
        autoComplete="current-password"
        required
        value={old}
        onChange={(e) => setOld(e.target.value)}
        error={error?.field === "old" ? error.message : undefined}
      />
      <Field
        label="The new one, at least 12 characters"
        type="password"
        autoComplete="new-password"
        required
        value={password}
        onChange={(e) => setPassword(e.target.value)}
        error={error?.field === "password" ? error.message : undefined}
      />
      {error && !error.field && <FieldError>{error.message}</FieldError>}
      <div>
        <Button type="submit">Change the password</Button>
      </div>
    </form>
  );
}
