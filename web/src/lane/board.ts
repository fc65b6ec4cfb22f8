import type { Entry, Lane } from "../api/types";

/** A lane to be drawn: a person's day. */
export interface BoardRow {
  key: string;
  lane: Lane;
  dayStart: number;
  dayEnd: number;
  /** What stands at the left: a name with its clock, or a day. */
  title: string;
  aside?: string;
  line: string;
  today: boolean;
  /** Today gets more of the height. */
  weight?: number;
  /** Stretches bracketed below the baseline, with words: a clash, a time proposed. */
  notes: { start: number; end: number; words: string; tone: "brick" | "brass" }[];
}

/** What is not there yet, drawn on somebody's lane while it is typed. */
export interface BoardGhost {
  who: string;
  start: number;
  end: number;
  words: string;
}

export interface BoardMark {
  start: number;
  end: number;
  row?: string;
}

/** How single entries are drawn on a board, where that differs from the usual. */
export interface BoardLook {
  /** Whose colour an entry has. */
  flagOf: (entry: Entry, row: BoardRow) => number;
  /** Taken time that is not read now: it stands there without its label. */
  isQuiet: (entry: Entry) => boolean;
  isChosen: (entry: Entry, row: BoardRow) => boolean;
  onChoose: (entry: Entry, row: BoardRow) => void;
}

/** One step nearer or further, or as it was. */
export interface ZoomSteps {
  by: (factor: number) => void;
  reset: () => void;
}
