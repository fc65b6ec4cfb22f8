import { useQueries } from "@tanstack/react-query";
import type { Access, AccessCell } from "../../api/types";
import { accessCellsQuery } from "./queries";

/** What the rows in view hold: the first came with the table, the others are read as they come into view. */
export function useCells(data: Access, of: string | undefined, inView: number[]): Map<string, AccessCell[]> {
  const size = data.first.length;
  const blocks = [...new Set(inView.map((row) => Math.floor(row / size)))].filter((block) => block > 0);
  const read = useQueries({
    queries: blocks.map((block) =>
      accessCellsQuery(
        of,
        data.rows.slice(block * size, (block + 1) * size).map((r) => r.key),
      ),
    ),
  });
  return new Map([...data.first, ...read.flatMap((r) => r.data ?? [])].map((r) => [r.key, r.cells]));
}
