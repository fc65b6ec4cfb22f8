import { Popover } from "radix-ui";
import { useRef, useState, type ReactNode } from "react";
import { OutOfRow, RowStop } from "../ui/RowStop";
import { useHeldInView } from "../ui/useHeldInView";

interface PartProps {
  /** What the part is, for who does not see the sentence around it. */
  name: string;
  value: string;
  /** Nothing is said here yet. */
  empty?: boolean;
  /** What is written in place of the value while it is only what is usual. */
  quiet?: string | undefined;
  wrong?: string | undefined;
  children: (close: () => void) => ReactNode;
  width?: number;
}

/** What is done last, and how it is taken back, stands in the foot and stays in sight. */
const besideTheFoot = { top: 12, right: 12, bottom: 44, left: 12 };

/** An underlined part of a sentence; it opens its own editor in place. */
export function Part({ name, value, empty, quiet, wrong, children, width = 340 }: PartProps) {
  const [open, setOpen] = useState(false);
  const trigger = useRef<HTMLButtonElement>(null);
  useHeldInView(trigger, open);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      {/* A word joiner: the comma that follows never begins a line by itself. */}
      <span className="whitespace-nowrap after:content-['\2060']">
        <RowStop>
          <Popover.Trigger
            ref={trigger}
            aria-label={`${name}: ${quiet ?? value}`}
            className={`inline text-left whitespace-normal underline decoration-1 underline-offset-[5px] hover:bg-sea-wash ${wrong ? "text-brick decoration-2" : empty ? "text-brass decoration-dashed" : quiet ? "text-soft decoration-dotted" : ""}`}
          >
            {quiet ?? value}
          </Popover.Trigger>
        </RowStop>
      </span>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={besideTheFoot}
          aria-label={name}
          // Back to the part at once, and not a moment later: a quick Tab after Escape goes on from here.
          onEscapeKeyDown={() => trigger.current?.focus()}
          onCloseAutoFocus={(e) => {
            if (document.activeElement !== document.body) e.preventDefault();
          }}
          className="z-30 max-h-(--radix-popover-content-available-height) overflow-y-auto overscroll-contain border border-ink bg-ground p-4 font-sans text-[13.5px] shadow-[0_2px_0_var(--rule)]"
          style={{ width: `min(92vw, ${width}px)` }}
        >
          <OutOfRow>{children(() => setOpen(false))}</OutOfRow>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A part that is typed where it stands. */
export function TypedPart({
  name,
  value,
  placeholder,
  onChange,
  autoFocus,
  wrong,
  longest = 200,
  type = "text",
  autoComplete,
}: {
  name: string;
  value: string;
  placeholder: string;
  onChange: (value: string) => void;
  autoFocus?: boolean;
  wrong?: string | undefined;
  longest?: number;
  type?: "text" | "email" | "password";
  /** What the browser may offer for it. */
  autoComplete?: string;
}) {
  return (
    <input
      type={type}
      autoComplete={autoComplete}
      aria-label={name}
      aria-invalid={wrong ? true : undefined}
      value={value}
      placeholder={placeholder}
      autoFocus={autoFocus}
      maxLength={longest}
      onChange={(e) => onChange(e.target.value)}
      className={`field-sizing-content max-w-full h-[27px] align-baseline leading-[27px] border-b bg-transparent p-0 outline-none placeholder:text-brass/80 focus-visible:border-b-2 focus-visible:border-sea ${
        wrong ? "min-w-10 border-b-2 border-brick" : value ? "min-w-10 border-ink" : "min-w-32 border-dashed border-brass"
      }`}
    />
  );
}

/** One of a few, each a line. */
export function Choices<T extends string | number>({
  options,
  value,
  onChoose,
}: {
  options: { value: T; label: string; note?: string }[];
  value: T | undefined;
  onChoose: (value: T) => void;
}) {
  return (
    <ul className="grid">
      {options.map((o, i) => (
        <li key={o.value}>
          <button
            type="button"
            autoFocus={o.value === value || (value === undefined && i === 0)}
            aria-pressed={o.value === value}
            onClick={() => onChoose(o.value)}
            className={`flex min-h-8 w-full items-center gap-2 px-2 text-left hover:bg-water ${o.value === value ? "bg-water font-semibold" : ""}`}
          >
            {o.label}
            {o.note && <span className="ml-auto font-normal text-soft">{o.note}</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}
