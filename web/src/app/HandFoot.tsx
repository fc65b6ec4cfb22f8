import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { deskQuery } from "../api/queries";

const word = "flex min-h-14 flex-1 items-center justify-center text-[15px] font-medium text-ink";
const here = { className: "!text-sea !font-semibold", "aria-current": "page" } as const;

/** In a hand: five words within the thumb's reach. */
export function HandFoot() {
  const waits = useQuery(deskQuery).data?.queue.length ?? 0;
  return (
    <nav
      aria-label="Places"
      className="no-print flex shrink-0 items-center gap-1 border-t border-rule px-3 pb-[env(safe-area-inset-bottom)]"
    >
      <Link to="/" activeOptions={{ exact: true, includeSearch: false }} className={word} activeProps={here}>
        Day
      </Link>
      <Link to="/ahead" className={word} activeProps={here}>
        Ahead
      </Link>
      <Link
        to="/add"
        className="flex min-h-11 flex-1 items-center justify-center bg-sea text-[15px] font-semibold text-on-sea"
        activeProps={{ "aria-current": "page" }}
      >
        Add
      </Link>
      <Link to="/todo" className={word} activeProps={here}>
        To do{waits > 0 && <span className="ml-1.5 font-semibold text-brass">{waits}</span>}
      </Link>
      <Link to="/more" className={word} activeProps={here}>
        More
      </Link>
    </nav>
  );
}
