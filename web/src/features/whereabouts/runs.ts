/** Neighbours that say the same, written once. */
export interface Run {
  first: number;
  last: number;
  of: string;
}

export function runsOf(days: (string | null)[]): Run[] {
  const runs: Run[] = [];
  days.forEach((of, i) => {
    const before = runs.at(-1);
    if (of === null) return;
    if (before && before.of === of && before.last === i - 1) before.last = i;
    else runs.push({ first: i, last: i, of });
  });
  return runs;
}
