import { useQuery } from "@tanstack/react-query";
import { waysOutQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { useClearing } from "../hooks/useClearing";
import type { ConcernRow } from "../hooks/useConcern";

interface Clashing {
  row: ConcernRow;
  entry: string;
  occurrence: string | null;
}

/** Of two that clash, or between which the journey is too long: one of them moved, with one press, where the reader may move it and it suits everyone in it. */
export function ClearWays({ row }: { row: ConcernRow }) {
  if (row.watch.kind !== "clash" && row.watch.kind !== "noWay") return null;
  return (
    <>
      {row.entry && <Clear row={row} entry={row.entry} occurrence={row.occurrence} />}
      {row.watch.other && <Clear row={row} entry={row.watch.other.entry} occurrence={row.watch.other.occurrence} />}
    </>
  );
}

function Clear({ row, entry, occurrence }: Clashing) {
  const ways = useQuery(waysOutQuery(row.for.id, entry, occurrence));
  const clearing = useClearing();
  const clear = ways.data?.clear;
  if (!clear) return null;
  return (
    <Button title={clear.notified} onClick={() => clearing({ entry, occurrence, inNameOf: row.for.id, title: row.title }, clear, false)}>
      {clear.words}
    </Button>
  );
}
