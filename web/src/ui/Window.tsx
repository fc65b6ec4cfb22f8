import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  title: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  width?: number;
  children: ReactNode;
}

/** A window over the page; Escape and what lies around it close it. */
export function Window({ title, open, onOpen, width = 460, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-40 max-h-[92vh] -translate-x-1/2 -translate-y-1/2 overflow-auto bg-ground p-6 shadow-lg"
          style={{ width: `min(92vw, ${width}px)` }}
        >
          <Dialog.Title className="mb-3 font-serif text-2xl">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
