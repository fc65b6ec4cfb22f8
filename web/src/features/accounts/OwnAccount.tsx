import { useQuery } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import { useChanges } from "../../app/hooks/changes";
import { useKeys } from "../../app/keys";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { ConfirmAddress } from "./ConfirmAddress";
import { Authenticator } from "./Authenticator";
import { NewPassword } from "./NewPassword";
import { Passkeys } from "./Passkeys";
import { ownAccountQuery } from "./queries";

/** One's own way in: the password, and a second factor. */
export function OwnAccount() {
  const account = useQuery(ownAccountQuery);
  useKeys({}, []);
  if (!account.data) return <Wait query={account}>Reading…</Wait>;
  return (
    <div className="max-w-[720px] px-6 pb-6">
      <h1 className="pt-3 pb-2 font-serif text-[26px] leading-9">Sign-in and security</h1>
      <ConfirmAddress />
      <p className="text-soft">You sign in as {account.data.address}.</p>
      <NewPassword />
      <Authenticator account={account.data} />
      <Passkeys />
      <Elsewhere />
      <section aria-labelledby="everything" className="mt-6 border-t border-rule pt-3">
        <h2 id="everything" className="text-[17px] font-semibold">
          Everything of yours
        </h2>
        <p className="pb-2 text-soft">
          One file with all that Corlin has of you: your calendars, notes, papers and mail, what was done in your name, your settings. It
          may take a minute.
        </p>
        <a href="/api/archive" download className="font-semibold text-sea underline">
          Download everything of yours
        </a>
      </section>
    </div>
  );
}

/** What is open on other machines ends; this page goes on. */
function Elsewhere() {
  const { say, fail } = useChanges();
  return (
    <section aria-labelledby="elsewhere" className="mt-6 border-t border-rule pt-3">
      <h2 id="elsewhere" className="text-[17px] font-semibold">
        On other machines
      </h2>
      <p className="pb-2 text-soft">A lost telephone, a computer that others use: everything but this page is signed out.</p>
      <Button
        onClick={() => {
          ask(client.POST("/api/account/signing-out"))
            .then(() => say("You are signed out everywhere else."))
            .catch(fail);
        }}
      >
        Sign out everywhere else
      </Button>
    </section>
  );
}
