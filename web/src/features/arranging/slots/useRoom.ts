import { useQuery } from "@tanstack/react-query";
import type { RoomPlan, SlotsRequest } from "../../../api/types";
import { roomQuery } from "../queries";

export interface Room {
  plans: RoomPlan[];
  looking: boolean;
  /** The plan that makes the chosen time free. */
  plan: RoomPlan | undefined;
}

/** What could be moved where little fits; asked only then. */
export function useRoom(request: SlotsRequest, littleFits: boolean, start: number | undefined): Room {
  const room = useQuery(roomQuery(request, littleFits));
  const plans = littleFits ? (room.data?.plans ?? []) : [];
  return { plans, looking: littleFits && room.isFetching, plan: plans.find((p) => p.start === start) };
}
