import type { Coming, Mine } from "../../../api/types";

/** What is on now and what comes today; where nothing does, what comes first on a later day. */
export function ComingList({ mine, onOpen }: { mine: Mine; onOpen: (coming: Coming) => void }) {
  const [first, ...rest] = mine.coming;
  const isNow = first?.isNow === true;
  return (
    <section aria-labelledby="coming" className="mt-4">
      <h2 id="coming" className="sr-only">
        Now and next
      </h2>
      {!first && <p className="font-serif text-[20px] leading-7">Nothing more today.</p>}
      {mine.after && (
        <ul>
          <Line coming={mine.after} onOpen={onOpen} />
        </ul>
      )}
      {first && !isNow && <p className="font-serif text-[20px] leading-7">Nothing now. Next:</p>}
      <ul>
        {first && <Line coming={first} onOpen={onOpen} large />}
        {rest.map((c) => (
          <Line key={`${c.id} ${c.occurrence ?? ""}`} coming={c} onOpen={onOpen} />
        ))}
      </ul>
    </section>
  );
}

function Line({ coming, onOpen, large = false }: { coming: Coming; onOpen: (coming: Coming) => void; large?: boolean }) {
  const where = [coming.where, coming.with].filter(Boolean).join(", ");
  return (
    <li className={`border-b border-rule py-2 ${coming.isNow ? "border-l-4 border-l-sea pl-3" : ""}`}>
      <button type="button" className="block min-h-11 w-full text-left" onClick={() => onOpen(coming)}>
        <span className={`block ${large ? "font-serif text-[21px] leading-7" : "font-semibold"}`}>{coming.title}</span>
        <span className="block">
          {coming.when}
          {coming.leave && <strong className="font-semibold text-brick">, {coming.leave}</strong>}
          {coming.takes !== "firm" && <span className="text-soft">, {coming.takes}</span>}
        </span>
        {where && <span className="block text-soft">{where}</span>}
      </button>
      {coming.link && (
        <a
          href={coming.link}
          rel="noreferrer noopener"
          target="_blank"
          className="flex min-h-11 items-center font-semibold text-sea underline underline-offset-4"
          aria-label={`Open the conference of ${coming.title}`}
        >
          Open the conference
        </a>
      )}
    </li>
  );
}
