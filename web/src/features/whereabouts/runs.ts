import type { StripPiece } from "../../api/types";

/** What is written once: the same place over neighbouring days, or a part of one day. */
export interface Run {
  /** The first column. */
  first: number;
  last: number;
  /** Where it begins in the first column, 0 to 100, and ends in the last. */
  from: number;
  to: number;
  piece: StripPiece;
}

const isWay = (piece: StripPiece) => piece.kind === "onTheWay";

/** The pieces of a month, with neighbouring days that say the same joined; a way at the edge of a day ends a run, and breaks none. */
export function runsOf(days: StripPiece[][]): Run[] {
  const runs: Run[] = [];
  days.forEach((pieces, i) => {
    for (const piece of pieces) {
      const before = runs.findLast((r) => !isWay(r.piece));
      const alone = piece.from === 0 && pieces.every((p) => p === piece || isWay(p));
      const joins = alone && !isWay(piece) && before && before.last === i - 1 && before.from === 0 && before.to === 100;
      if (joins && before.piece.place === piece.place && before.piece.kind === piece.kind) Object.assign(before, { last: i, to: piece.to });
      else runs.push({ first: i, last: i, from: piece.from, to: piece.to, piece });
    }
  });
  return runs;
}

/** The columns in which one goes from one site to another: the way climbs at their beginning. */
export function waysOf(days: StripPiece[][]): number[] {
  const ways: number[] = [];
  let at: string | null = null;
  days.forEach((pieces, i) => {
    const first = pieces.find((p) => p.site);
    // A way that was said is drawn where it was said.
    const said = [...(days[i - 1] ?? []), ...pieces].some(isWay);
    if (first && at && first.site !== at && !said) ways.push(i);
    at = pieces.findLast((p) => p.site)?.site ?? at;
  });
  return ways;
}
