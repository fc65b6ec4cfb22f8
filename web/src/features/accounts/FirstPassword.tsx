import { useState } from "react";
import { ask, client, problemOf, type Problem } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import { Welcome } from "./Welcome";

/** Somebody comes with a key and sets their password. The key stands behind the #, which no server and no log is told. */
export function FirstPassword() {
  const [password, setPassword] = useState("");
  const [again, setAgain] = useState("");
  const [error, setError] = useState<Problem>();
  const differ = again !== "" && again !== password;
  const submit = async () => {
    setError(undefined);
    try {
      await ask(client.POST("/api/welcome", { body: { key: location.hash.slice(1), password } }));
      location.replace("/");
    } catch (e) {
      setError(problemOf(e));
    }
  };
  return (
    <Welcome line="Choose a password, and you are in.">
      <form
        className="grid max-w-96 gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          if (!differ) void submit();
        }}
      >
        <Field
          label="Password, at least 12 characters"
          type="password"
          autoComplete="new-password"
          autoFocus
          required
          value={password}
          onChange={(e) => setPassword(e.target.value)}
          error={error?.field === "password" ? error.message : undefined}
        />
        <Field
          label="Repeat the password"
          type="password"
          autoComplete="new-password"
          required
          value={again}
          onChange={(e) => setAgain(e.target.value)}
          error={differ ? "The two are not the same." : undefined}
        />
        {error && error.field !== "password" && <FieldError>{error.message}</FieldError>}
        <div>
          <Button look="filled" type="submit">
            Set the password and come in
          </Button>
        </div>
      </form>
    </Welcome>
  );
}
