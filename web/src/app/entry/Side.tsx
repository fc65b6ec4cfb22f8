import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A sheet beside the board, which stays where it is. */
export function Side({ title, children, onClose }: { title: string; children: ReactNode; onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()} modal={false}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(e) => e.preventDefault()}
          className="fixed top-12 right-0 bottom-[30px] z-20 flex w-[min(100vw,400px)] flex-col overflow-auto border-l border-ink bg-ground p-6"
        >
          <Dialog.Title className="sr-only">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
