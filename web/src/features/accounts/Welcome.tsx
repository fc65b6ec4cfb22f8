import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { sessionQuery } from "../../api/queries";

/** The page before one is in: the fairway in small, whose calendars these are, and what Corlin is for. */
export function Welcome({ line, children }: { line: string; children: ReactNode }) {
  const organisation = useQuery(sessionQuery).data?.organisation;
  return (
    <main className="min-h-full">
      <div className="relative h-[190px] border-b-2 border-ink bg-land" aria-hidden="true">
        <div className="absolute inset-y-0 right-[12%] left-[16%] bg-water" />
        {[
          ["20%", "5%", "100%", "0"],
          ["29%", "9%", "92%", "0"],
          ["45%", "7%", "50%", "1"],
          ["58%", "11%", "92%", "2"],
          ["74%", "6%", "20%", "0"],
          ["82%", "4%", "92%", "3"],
        ].map(([left, width, height, flag]) => (
          <div
            key={left}
            className="absolute bottom-0 rounded-t-[2px]"
            style={{ left, width, height: `calc(${height} - 14px)`, background: `var(--tint-${flag})` }}
          />
        ))}
        <div className="absolute bottom-0 left-[38%] h-[6px] w-[6%] bg-ink" />
      </div>
      <div className="mx-auto max-w-[980px] px-6 py-8">
        <h1 className="font-serif text-[40px] leading-tight [overflow-wrap:anywhere]">
          Corlin{organisation && <span className="text-soft"> of {organisation}</span>}
        </h1>
        <p className="mb-8 text-[15px] text-soft">{line}</p>
        {children}
      </div>
    </main>
  );
}
