import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { freeSlotsQuery } from "../../api/queries";
import type { Slot } from "../../api/types";
import { Tone } from "../../ui/Tone";
import { Wait } from "../../ui/Wait";

const most = 5;

interface Props {
  asked: Parameters<typeof freeSlotsQuery>[0];
  /** When it starts now, which is no other time. */
  now: number;
  /** What is said where there is none. */
  none: string;
  /** What is done with one. */
  children: (slot: Slot) => ReactNode;
}

/** The best of the free slots for another time, each with why it stands there. */
export function FreeTimes({ asked, now, none, children }: Props) {
  const slots = useQuery(freeSlotsQuery(asked));
  if (!slots.data) return <Wait query={slots}>Looking for other times…</Wait>;
  const found = slots.data.slots.filter((s) => s.start !== now).slice(0, most);
  if (found.length === 0) return <p className="text-soft">{none}</p>;
  return (
    <ul>
      {found.map((s) => (
        <li key={s.start} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
          <span className="w-52 font-semibold">{s.when}</span>
          <span className="min-w-0 flex-1 text-[13px]">
            <Tone tone={s.tone}>{s.verdict}</Tone> <span className="text-soft">{s.reason}</span>
          </span>
          {children(s)}
        </li>
      ))}
    </ul>
  );
}
