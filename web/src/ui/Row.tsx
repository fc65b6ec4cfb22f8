import { Toolbar } from "radix-ui";
import type { ReactElement, ReactNode } from "react";
import { StopOfRow } from "./RowStop";

const stop = (button: ReactElement, disabled: boolean) => (
  <Toolbar.Button asChild disabled={disabled}>
    {button}
  </Toolbar.Button>
);

/** What stands in a row is one stop of Tab; arrows lead along it. */
export function Row({ label, className, children }: { label: string; className?: string; children: ReactNode }) {
  return (
    <Toolbar.Root aria-label={label} className={className}>
      <StopOfRow value={stop}>{children}</StopOfRow>
    </Toolbar.Root>
  );
}
