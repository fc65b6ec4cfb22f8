import type { QueueRow } from "../../api/types";

/** Somebody asks for access: a row that stands on no lane. */
export const isAccess = (row: QueueRow) => row.key.startsWith("access-");

/** Somebody asked for time. */
export const isRequest = (row: QueueRow) => row.key.startsWith("request-");

/** Times are offered to people outside. */
export const isOffer = (row: QueueRow) => row.key.startsWith("offer-");

/** Something agreed in a meeting is to be done. */
export const isTask = (row: QueueRow) => row.key.startsWith("task-");
