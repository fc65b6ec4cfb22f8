import { useNavigate } from "@tanstack/react-router";
import { useCallback } from "react";
import { Problem } from "../../api/client";
import type { LineReading, Person } from "../../api/types";
import { beginArranging } from "../parts/arrangeWith";
import { useChanges } from "../hooks/changes";
import { asksPeople, enter, whatLacks, whenOf } from "./appointment";

/** Enters what was read of a line on somebody's calendar; where people are asked, Arrange opens with it. */
export function useEnterLine(choices: Person[], zone: string | undefined) {
  const navigate = useNavigate();
  const { make, fail } = useChanges();
  return useCallback(
    async (line: LineReading, owner: Person): Promise<boolean> => {
      if (asksPeople(line)) {
        beginArranging({ line, inNameOf: owner.id });
        void navigate({ to: "/arrange" });
        return true;
      }
      const lacks = whatLacks(line);
      if (lacks !== undefined || !zone) {
        fail(
          new Problem(
            `${lacks ?? "Something went wrong."} Nothing was entered; what you typed is still there.`,
            "corlin:lacks",
            400,
            undefined,
          ),
        );
        return false;
      }
      const named = choices.find((c) => c.id === line.inNameOf) ?? owner;
      try {
        await make(enter(line, named.id, zone), `“${line.title ?? ""}” stands in ${named.name}’s calendar: ${whenOf(line)}.`);
        return true;
      } catch (error) {
        fail(error);
        return false;
      }
    },
    [choices, fail, make, navigate, zone],
  );
}
