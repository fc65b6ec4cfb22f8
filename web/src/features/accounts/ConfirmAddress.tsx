import { useState } from "react";
import { ask, client } from "../../api/client";
import { useChanges } from "../../app/hooks/changes";
import { Button } from "../../ui/Button";

/** Somebody opened the letter that went to their new address: the key stands behind the address of the page, where no server sees it. */
export function ConfirmAddress() {
  const [key, setKey] = useState(location.hash.slice(1));
  const { run } = useChanges();
  if (!key) return null;
  return (
    <section aria-labelledby="confirm" className="mb-4 border-l-2 border-sea pl-3">
      <h2 id="confirm" className="text-[17px] font-semibold">
        Your new address
      </h2>
      <p className="pb-2">The letter came to you. From now on your mail goes there.</p>
      <Button
        look="filled"
        onClick={() => {
          run(ask(client.POST("/api/account/address", { body: { key } })), "Your mail goes to the new address.");
          history.replaceState(history.state, "", location.pathname);
          setKey("");
        }}
      >
        Use it
      </Button>
    </section>
  );
}
