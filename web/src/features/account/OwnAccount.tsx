import { useQuery } from "@tanstack/react-query";
import { ownAccountQuery } from "../../api/queries";
import { useKeys } from "../../app/keys";
import { Wait } from "../../ui/Wait";
import { Authenticator } from "./Authenticator";
import { NewPassword } from "./NewPassword";
import { Passkeys } from "./Passkeys";

/** One's own way in: the password, and a second factor. */
export function OwnAccount() {
  const account = useQuery(ownAccountQuery);
  useKeys({}, []);
  if (!account.data) return <Wait query={account}>Reading…</Wait>;
  return (
    <div className="max-w-[720px] px-6 pb-6">
      <h1 className="pt-3 pb-2 font-serif text-[26px] leading-9">Your way in</h1>
      <p className="text-soft">You sign in as {account.data.address}.</p>
      <NewPassword />
      <Authenticator account={account.data} />
      <Passkeys />
    </div>
  );
}
