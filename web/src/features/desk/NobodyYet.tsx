import { Link } from "@tanstack/react-router";

const way = "inline-flex min-h-9 items-center rounded-sm border border-sea px-3 text-[13px] font-semibold text-sea hover:bg-sea-wash";

/** Where nobody acts for anybody yet: the steps to the first lane, for who keeps calendars and for whose are kept. */
export function NobodyYet() {
  return (
    <section aria-label="The first lane" className="border-b border-rule py-5">
      <p className="font-serif text-[20px] leading-8">Your own day alone stands here.</p>
      <p className="pb-3 text-soft">
        If you keep somebody’s calendar, ask them for access: once you may speak for them, their lane stands here too. If somebody keeps
        yours, grant it to them.
      </p>
      <p className="flex flex-wrap gap-3">
        <Link to="/access" search={{ begin: "ask" }} className={way}>
          Ask for access to a calendar
        </Link>
        <Link to="/access" search={{ begin: "give" }} className={way}>
          Grant access to yours
        </Link>
      </p>
    </section>
  );
}
