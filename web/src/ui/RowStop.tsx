import { createContext, use, type ReactElement, type ReactNode } from "react";

/** Makes a stop of a row out of a button; nothing outside of rows, which most pages have none of. */
export const StopOfRow = createContext<((button: ReactElement, disabled: boolean) => ReactElement) | undefined>(undefined);

/** A button, which is a stop of the row that it stands in. */
export function RowStop({ disabled = false, children }: { disabled?: boolean | undefined; children: ReactElement }) {
  const stop = use(StopOfRow);
  return stop ? stop(children, disabled) : children;
}

/** What opens from a row does not stand in it. */
export function OutOfRow({ children }: { children: ReactNode }) {
  return <StopOfRow value={undefined}>{children}</StopOfRow>;
}
