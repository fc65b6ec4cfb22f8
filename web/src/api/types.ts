import type { components } from "./schema";

type Schemas = components["schemas"];

export type Person = Schemas["PersonView"];
export type Entry = Schemas["EntryView"];
export type Lane = Schemas["LaneView"];
export type Zone = Schemas["ZoneView"];
export type Day = Schemas["DayView"];
export type Desk = Schemas["DeskView"];
export type QueueRow = Schemas["QueueRow"];
export type Lanes = Schemas["LanesView"];
export type Chase = Schemas["ChaseView"];
export type ChaseRow = Schemas["ChaseRow"];
export type ChaseAttendee = Schemas["ChaseAttendee"];
export type Proposal = Schemas["ProposalView"];
export type Slots = Schemas["SlotsView"];
export type Slot = Schemas["SlotView"];
export type Chosen = Schemas["ChosenView"];
export type EntryDetails = Schemas["EntryDetails"];
export type Session = Schemas["SessionView"];
export type ArrangeRequest = Schemas["ArrangeRequest"];
export type SlotsRequest = Schemas["SlotsRequest"];
export type ChosenRequest = Schemas["ChosenRequest"];
export type AnswerRequest = Schemas["AnswerRequest"];
