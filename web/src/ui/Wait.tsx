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
        <p className="flex items-center gap-3">
          {/* What is not there is not there the next time either. */}
          {query.error instanceof Problem && query.error.status >= 400 && query.error.status < 500 && (
            <a href="/" className="inline-flex min-h-8 items-center text-sea underline underline-offset-4">
              Go to the Desk
            </a>
          )}
          <Button onClick={() => void query.refetch()}>Try again</Button>
        </p>
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
