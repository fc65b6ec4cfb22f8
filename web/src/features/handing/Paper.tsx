import type { DaySheet, SheetDay } from "../../api/types";
import { DayStrip } from "./DayStrip";
import type { Block } from "./parts";
import { SheetLine } from "./SheetLine";

/** The sheet itself: black on white in every theme, as it is printed. */
export function Paper({ sheet }: { sheet: DaySheet }) {
  return (
    <article
      aria-label={sheet.heading}
      className="day-sheet mx-auto max-w-[210mm] bg-white px-[14mm] py-[12mm] text-[11pt] leading-[1.4] text-black shadow-[0_1px_3px_rgb(0_0_0/0.25)] max-[600px]:px-4 print:max-w-none print:p-0 print:shadow-none"
    >
      <h2 className="font-serif text-[20pt] leading-tight">{sheet.heading}</h2>
      <p className="text-[9.5pt] text-neutral-700">
        {sheet.made} {sheet.last}
      </p>
      {sheet.sheets.map((day) => (
        <Day key={day.date} day={day} order={sheet.parts.order} alone={sheet.days === 1} />
      ))}
    </article>
  );
}

function Day({ day, order, alone }: { day: SheetDay; order: Block[]; alone: boolean }) {
  const entries = day.lines.filter((l) => l.kind === "entry");
  return (
    <section aria-label={day.heading} className="mt-[5mm]">
      <h3 className="flex flex-wrap items-baseline gap-x-3 break-after-avoid border-b border-black text-[11pt] font-semibold">
        {alone ? <span className="sr-only">{day.heading}</span> : <span className="text-[13pt]">{day.heading}</span>}
        <span className="font-normal first-letter:uppercase">{day.where}</span>
      </h3>
      {day.notes.map((n) => (
        <p key={n} className="mt-1 font-semibold">
          {n}
        </p>
      ))}
      {entries.length > 0 ? <DayStrip day={day} entries={entries} /> : <p className="mt-2">Nothing scheduled.</p>}
      <ol className="mt-2">
        {day.lines.map((l) => (
          <SheetLine key={`${l.kind} ${l.id ?? ""} ${l.occurrence ?? ""} ${l.start}`} line={l} order={order} />
        ))}
      </ol>
    </section>
  );
}
