import { Button } from "../../ui/Button";
import type { useConcern, ConcernRow } from "../hooks/useConcern";
import { ClearWays } from "./ClearWays";

interface Props {
  row: ConcernRow;
  chosen: boolean;
  acts: Pick<ReturnType<typeof useConcern>, "go" | "dismiss">;
}

/** The ways out of something that needs a look, or to be told no more of it. */
export function ConcernWays({ row, chosen, acts }: Props) {
  return (
    <>
      {chosen && <ClearWays row={row} />}
      {row.watch.ways.map((way) => (
        <Button key={way.words} onClick={() => acts.go(row, way)}>
          {way.words}
        </Button>
      ))}
      <Button look="plain" aria-label={`Dismiss “${row.title}”`} onClick={() => acts.dismiss(row)}>
        Dismiss
      </Button>
    </>
  );
}
