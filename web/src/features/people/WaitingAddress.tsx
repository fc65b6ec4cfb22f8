import type { PersonPage } from "../../api/types";
import { useAddress } from "../../app/hooks/useAddress";
import { Button } from "../../ui/Button";

/** Where mail to somebody is to go, which waits. */
export function WaitingAddress({ page }: { page: PersonPage }) {
  const { settle } = useAddress();
  const { waiting, who } = page;
  if (!waiting) return null;
  return (
    <p role="note" className="mt-2 border-l-2 border-sea pl-3">
      Mail is to go to <strong className="font-semibold">{waiting.address}</strong>. {waiting.words}{" "}
      {waiting.mayDecide && <Button onClick={() => settle(waiting.id, who, true)}>Use it</Button>}
      {(waiting.mayDecide || waiting.mayTakeBack) && (
        <Button look="plain" onClick={() => settle(waiting.id, who, false)}>
          {waiting.mayTakeBack ? "Take it back" : "Leave as it is"}
        </Button>
      )}
    </p>
  );
}
