import type { ReactNode } from "react";
import type { AccessCalendar, AccessRow } from "../../api/types";

/** What a sentence about a cell needs. */
export interface CellSentence {
  row: AccessRow;
  calendar: AccessCalendar;
  /** What was to be done is done; the hands go back to the table. */
  onDone: () => void;
  children: ReactNode;
}
