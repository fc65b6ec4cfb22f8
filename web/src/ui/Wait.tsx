import type { ReactNode } from "react";
import { Problem } from "../api/client";
import { Button } from "./Button";

/** What stands while something is read, or where it could not be. */
export function Wait({
  query,
  children,
}: {
  query: { error: Error | null; isPending: boolean; refetch: () => unknown };
  children?: ReactNode;
}) {
  if (query.error)
    return (
      <div role="alert" className="px-6 py-10">
        <p className="mb-3 font-semibold text-brick">{query.error instanceof Problem ? query.error.message : "Something went wrong."}</p>
        <Button onClick={() => void query.refetch()}>Read it again</Button>
      </div>
    );
  if (query.isPending)
    return (
      <p role="status" className="px-6 py-10 text-soft">
        {children ?? "Reading the calendars…"}
      </p>
    );
  return null;
}
