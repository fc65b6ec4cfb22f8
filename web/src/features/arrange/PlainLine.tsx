import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState, type ReactNode } from "react";
import { lineQuery } from "../../api/queries";
import type { LineReading } from "../../api/types";
import { useKeys } from "../../app/keys";
import { chosenOf, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";
import type { Draft } from "./draft";

/** A meeting typed in one line. What was understood becomes the sentence at once; what was not is marked and stays on the line. */
export function PlainLine({ onSay, aside }: { onSay: (part: Partial<Draft>) => void; aside: ReactNode }) {
  const [text, setText] = useState("");
  const line = useRef<HTMLInputElement>(null);
  const read = useQuery(lineQuery(text.trim()));
  const understood = text.trim() !== "" && !read.isPlaceholderData ? read.data : undefined;
  useKeys({ s: () => line.current?.focus() });
  const queries = useQueryClient();
  // Who presses Enter with the last letter does not wait for what is read meanwhile.
  const say = async () => {
    if (text.trim() === "") return;
    const reading = understood ?? (await queries.ensureQueryData(lineQuery(text.trim())).catch(() => undefined));
    if (!reading) return;
    onSay(partsOf(reading));
    // What was not understood stays to be said otherwise, as does what was typed since.
    setText((now) => (now === text ? reading.notUnderstood.map((n) => n.text).join(", ") : now));
  };
  return (
    <div className="mb-1">
      <form
        className="flex items-center gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void say();
        }}
      >
        <label className="flex min-w-0 flex-1 items-center gap-3 text-soft">
          <span className="shrink-0">In one line</span>
          <input
            ref={line}
            value={text}
            maxLength={500}
            aria-describedby="line-read"
            placeholder="Lease review with Ana, if free Tomé, on Thursday at 3 for 45 minutes in Gannet"
            onChange={(e) => setText(e.target.value)}
            onKeyDown={(e) => e.key === "Escape" && setText("")}
            className="h-8 min-w-0 flex-1 border-b border-rule bg-transparent text-[14px] text-ink outline-none placeholder:text-soft/80 focus-visible:border-b-2 focus-visible:border-sea"
          />
        </label>
        {text.trim() !== "" && <Button type="submit">Put it in the sentence</Button>}
        {aside}
      </form>
      <div id="line-read" aria-live="polite">
        {understood && (
          <p className="pt-1 text-[13px]">
            <span className="text-soft">Understood: </span>
            {saysWhat(understood) || "nothing yet"}.
            {understood.notUnderstood.length > 0 && (
              <span className="font-semibold text-brass">
                {" "}
                Not understood, and kept on the line:{" "}
                {understood.notUnderstood.map((n, i) => (
                  <span key={n.at}>
                    {i > 0 && ", "}
                    <mark className="bg-transparent text-brass underline decoration-wavy underline-offset-4">{n.text}</mark>
                    {n.readings.length === 0 && n.why !== "not understood" && ` (${n.why})`}
                    {n.readings.map((r) => (
                      <Button
                        key={r}
                        look="plain"
                        className="!min-h-6 !px-1.5"
                        onClick={() => {
                          setText(text.slice(0, n.at) + r + text.slice(n.end));
                          line.current?.focus();
                        }}
                      >
                        {r}?
                      </Button>
                    ))}
                  </span>
                ))}
                .
              </span>
            )}
          </p>
        )}
      </div>
    </div>
  );
}

const named = (people: { givenName: string }[], addresses: string[]) => [...people.map((p) => p.givenName), ...addresses].join(", ");

function saysWhat(line: LineReading): string {
  const when = line.start !== null || line.from !== null;
  return [
    line.title && `“${line.title}”`,
    line.required.length + line.requiredAddresses.length > 0 && `with ${named(line.required, line.requiredAddresses)}`,
    line.optional.length + line.optionalAddresses.length > 0 && `if free ${named(line.optional, line.optionalAddresses)}`,
    line.minutes !== null && `for ${line.minutes} minutes`,
    when && line.when,
    line.repeats,
    line.video && "by video",
    line.place && `in ${line.place}`,
    line.private && "private",
  ]
    .filter(Boolean)
    .join(", ");
}

const byAddress = (address: string): Chosen => ({ id: address, name: address, givenName: address, person: undefined });

function partsOf(line: LineReading): Partial<Draft> {
  const parts: Partial<Draft> = {};
  if (line.inNameOf !== null) parts.inNameOf = line.inNameOf;
  if (line.title !== null) parts.title = line.title;
  const required = [...line.required.map(chosenOf), ...line.requiredAddresses.map(byAddress)];
  const optional = [...line.optional.map(chosenOf), ...line.optionalAddresses.map(byAddress)];
  if (required.length > 0) parts.required = required;
  if (optional.length > 0) parts.optional = optional;
  if (line.minutes !== null) parts.minutes = line.minutes;
  if (line.from !== null && line.to !== null) Object.assign(parts, { from: line.from, to: line.to });
  if (line.start !== null) parts.start = line.start;
  if (line.place !== null) parts.place = line.place;
  if (line.video !== null) parts.conference = line.video ? "made" : "none";
  if (line.private !== null) parts.private = line.private;
  if (line.repeats !== null) parts.repeats = line.repeats;
  return parts;
}
