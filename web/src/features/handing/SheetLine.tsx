import type { ReactNode } from "react";
import type { SheetLine as Line } from "../../api/types";
import type { Block } from "./parts";

/** One line of a sheet; a bar beside it says that it is not as on the sheet before. */
export function SheetLine({ line, order }: { line: Line; order: Block[] }) {
  if (line.kind === "gap")
    return (
      <li className="grid grid-cols-[32mm_minmax(0,1fr)] gap-x-[4mm] py-[0.5mm] text-[9.5pt] text-neutral-700 max-[600px]:grid-cols-1">
        <span className="pl-[3mm]">{line.time}</span>
        <span>{line.title}</span>
      </li>
    );
  return (
    <li
      className={`grid break-inside-avoid grid-cols-[32mm_minmax(0,1fr)] gap-x-[4mm] border-t border-neutral-300 py-[1.5mm] max-[600px]:grid-cols-1 ${
        line.change ? "border-l-[3px] border-l-black" : ""
      }`}
    >
      <p className={line.change ? "pl-[calc(3mm-3px)]" : "pl-[3mm]"}>
        <span className="font-semibold">{line.time}</span>
        {line.home && <span className="block text-[9.5pt]">{line.home}</span>}
        {line.change && <span className="block text-[9.5pt] font-semibold">{line.change}</span>}
      </p>
      <div>
        <p className="font-semibold">
          {line.kind === "gone" ? <s>{line.title}</s> : line.title}
          {line.states.length > 0 && <span className="font-normal italic">{`, ${line.states.join(", ")}`}</span>}
        </p>
        {(line.place ?? line.leave) && <p>{[line.place, line.leave].filter(Boolean).join("; ")}</p>}
        {order.map((block) => (
          <Under key={block} line={line} block={block} />
        ))}
      </div>
    </li>
  );
}

/** What stands under an entry, where anything does. */
function Under({ line, block }: { line: Line; block: Block }) {
  switch (block) {
    case "joining":
      return line.joining.map((j) => (
        <p key={j} className="text-[9.5pt] wrap-anywhere">
          {j}
        </p>
      ));
    case "people":
      return line.people.length > 0 && <People people={line.people} />;
    case "agenda":
      return line.agenda && <Told head="Agenda">{line.agenda}</Told>;
    case "papers":
      return line.papers.length > 0 && <Told head="Papers">{line.papers.join(", ")}</Told>;
    case "lastTime":
      return [...(line.lastTime ? [line.lastTime] : []), ...line.open].map((told) => <Told key={told}>{told}</Told>);
  }
}

function People({ people }: { people: Line["people"] }) {
  return (
    <ul className="text-[9.5pt]">
      {people.map((p) => (
        <li key={p.name}>
          {p.name}
          {p.words && <span className="text-neutral-700">{`, ${p.words}`}</span>}
        </li>
      ))}
    </ul>
  );
}

function Told({ head, children }: { head?: string; children: ReactNode }) {
  return (
    <p className="text-[9.5pt] whitespace-pre-line first-letter:uppercase">
      {head && <span className="font-semibold">{head}: </span>}
      {children}
    </p>
  );
}
