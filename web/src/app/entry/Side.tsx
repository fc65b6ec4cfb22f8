import { Dialog } from "radix-ui";
import { createContext, useContext, useEffect, useLayoutEffect, useRef, useState, type ReactNode } from "react";
import { createPortal } from "react-dom";
import { useKeys } from "../keys";

const Foot = createContext<HTMLElement | null>(null);

/** The buttons of what a sheet is about: at its foot, so that what comes in above moves none of them away from a hand. A key presses the first. */
export function SideFoot({ children }: { children: ReactNode }) {
  const foot = useContext(Foot);
  const buttons = useRef<HTMLDivElement>(null);
  useKeys({ "Ctrl+Enter": () => buttons.current?.querySelector("button")?.click() });
  return (
    foot &&
    createPortal(
      <div ref={buttons} className="flex items-center gap-2 border-t border-rule px-6 py-3 max-[760px]:px-4">
        {children}
      </div>,
      foot,
    )
  );
}

/** A sheet beside the board, which makes room for it where the window is wide enough. */
export function Side({ title, children, onClose }: { title: string; children: ReactNode; onClose: () => void }) {
  // Focus goes back to what opened it.
  const [opener] = useState(() => document.activeElement);
  const [foot, setFoot] = useState<HTMLElement | null>(null);
  useLayoutEffect(() => {
    document.documentElement.dataset.side = "open";
    return () => {
      delete document.documentElement.dataset.side;
    };
  }, []);
  useEffect(
    () => () => {
      requestAnimationFrame(() => {
        if (document.activeElement === document.body && opener instanceof HTMLElement && opener.isConnected) opener.focus();
      });
    },
    [opener],
  );
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()} modal={false}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(e) => e.preventDefault()}
          className="fixed top-12 right-0 bottom-[30px] z-20 flex w-[min(100vw,400px)] flex-col border-l border-ink bg-ground max-[760px]:inset-0 max-[760px]:w-full max-[760px]:border-l-0"
        >
          <Dialog.Title className="sr-only">{title}</Dialog.Title>
          <Dialog.Close className="absolute top-2 right-3 hidden min-h-11 px-2 text-[15px] font-semibold text-sea max-[760px]:block">
            Back
          </Dialog.Close>
          <div className="flex min-h-0 flex-1 flex-col overflow-auto p-6 max-[760px]:p-4 max-[760px]:pt-13">
            <Foot value={foot}>{children}</Foot>
          </div>
          <div ref={setFoot} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
