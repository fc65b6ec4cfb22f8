import type { AnyRoom } from "../../api/types";
import { and } from "../../lane/words";

/** "a room for 8 with screen". */
export const roomWords = ({ seats, features }: AnyRoom) =>
  `a room${seats > 0 ? ` for ${seats}` : ""}${features.length > 0 ? ` with ${and(features)}` : ""}`;
