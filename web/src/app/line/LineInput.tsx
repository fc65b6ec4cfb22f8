import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, type ReactNode } from "react";
import { lineQuery } from "../../api/queries";
import type { LineReading } from "../../api/types";
import { useKeys } from "../keys";
import { useKept } from "../hooks/useKept";
import { useGivenLine } from "./givenLine";
import { Understood } from "./Understood";

interface Props {
  label: string;
  placeholder: string;
  /** Under which name what is typed is kept in this window until it is used or cleared. */
  keptAs: string;
  autoFocus?: boolean;
  /** Whether it looks for a free slot: bounds are then wishes. */
  wishing?: boolean;
  /** What Enter does with what was read; false where it stays on the line to be said otherwise. */
  onSay: (reading: LineReading) => boolean | Promise<boolean>;
  /** What is understood while it is typed; undefined where nothing is typed. */
  onReading?: (reading: LineReading | undefined) => void;
  /** What stands beside the line while something is typed, and always. */
  button: (reading: LineReading | undefined) => ReactNode;
  aside?: ReactNode;
}

/** What is typed in one line, read by the server as it is typed. What was not understood is marked and stays. */
export function LineInput({ label, placeholder, keptAs, autoFocus, wishing, onSay, onReading, button, aside }: Props) {
  const { value: text, set: setText } = useKept(`line ${keptAs}`, () => "");
  const line = useRef<HTMLInputElement>(null);
  const take = useCallback(
    (given: string) => {
      setText(given);
      line.current?.focus();
    },
    [setText],
  );
  useGivenLine(keptAs, take);
  // What was left as not understood is no line of its own: read as one it would become the title.
  const { value: left, set: setLeft } = useKept(`left ${keptAs}`, () => "");
  const isLeft = left !== "" && text === left;
  const said = isLeft ? "" : text.trim();
  const read = useQuery(lineQuery(said, wishing));
  const understood = said !== "" && !read.isPlaceholderData ? read.data : undefined;
  useKeys({ s: () => line.current?.focus() });
  const queries = useQueryClient();
  useEffect(() => onReading?.(understood), [onReading, understood]);
  // Who presses Enter with the last letter does not wait for what is read meanwhile.
  const say = async () => {
    if (said === "") return;
    const reading = understood ?? (await queries.ensureQueryData(lineQuery(said, wishing)).catch(() => undefined));
    if (!reading || !(await onSay(reading))) return;
    // What was not understood stays to be said otherwise, as does what was typed since.
    const missed = reading.notUnderstood.map((n) => n.text).join(", ");
    setLeft(missed);
    setText((now) => (now === text ? missed : now));
  };
  return (
    <div className="mb-1">
      <form
        className="flex flex-wrap items-center gap-x-3 gap-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          void say();
        }}
      >
        <label className="flex min-w-0 flex-1 items-center gap-3 text-soft max-[600px]:basis-full max-[600px]:flex-col max-[600px]:items-stretch max-[600px]:gap-1">
          <span className="shrink-0">{label}</span>
          <input
            ref={line}
            value={text}
            maxLength={500}
            autoFocus={autoFocus}
            aria-describedby="line-read"
            placeholder={placeholder}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== "Escape") return;
              // The first leaves the line and keeps it, so that a letter of a key does not lose what was typed.
              e.stopPropagation();
              line.current?.blur();
            }}
            className="h-8 min-w-0 flex-1 border-b border-rule bg-transparent text-[14px] text-ink outline-none placeholder:text-soft/80 focus-visible:border-b-2 focus-visible:border-sea max-[600px]:min-h-11 max-[600px]:text-[16px]"
          />
        </label>
        {said !== "" && button(understood)}
        {aside}
      </form>
      <div id="line-read" aria-live="polite">
        {isLeft && <p className="text-[13px] text-soft">The rest is done. This was not understood: say it otherwise, or clear it.</p>}
        {understood && (
          <Understood
            reading={understood}
            onInstead={(part, words) => {
              setText(text.slice(0, part.at) + words + text.slice(part.end));
              line.current?.focus();
            }}
          />
        )}
      </div>
    </div>
  );
}
