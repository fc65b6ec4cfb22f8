import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useDeferredValue, useState } from "react";
import type { AccountRow } from "../../api/types";
import { useKeys } from "../../app/keys";
import { Field } from "../../ui/Field";
import { Wait } from "../../ui/Wait";
import { OrganisationName } from "./OrganisationName";
import { accountsQuery } from "./queries";

const states: Record<string, string> = {
  none: "cannot sign in yet",
  invited: "was given a key, not used yet",
  open: "can sign in",
  closed: "sign-in blocked",
};

/** Who inside can sign in, and how: for those who manage people and places. */
export function WaysIn() {
  const [text, setText] = useState("");
  const accounts = useQuery(accountsQuery(useDeferredValue(text.trim())));
  useKeys({}, [{ keys: "Tab", does: "along the people" }]);
  return (
    <div className="max-w-[900px] px-6 pb-8">
      <h1 className="pt-3 font-serif text-[26px] leading-9">Ways in</h1>
      <p className="pb-2 text-soft">
        Who can sign in. A name opens the person, where sign-up links are made and sign-in is blocked.{" "}
        <Link to="/people" className="text-sea underline underline-offset-4">
          Back to people
        </Link>
      </p>
      {accounts.data && <OrganisationName key={accounts.data.organisation} stands={accounts.data.organisation} />}
      <Field label="A name or an address" type="search" value={text} onChange={(e) => setText(e.target.value)} />
      {accounts.data ? <Rows rows={accounts.data.rows} inAll={accounts.data.inAll} /> : <Wait query={accounts}>Reading…</Wait>}
    </div>
  );
}

function Rows({ rows, inAll }: { rows: AccountRow[]; inAll: number }) {
  if (rows.length === 0) return <p className="py-6 text-soft">Nobody inside is called so.</p>;
  return (
    <>
      <p className="pt-3 text-soft" aria-live="polite">
        {rows.length < inAll ? `${rows.length} of ${inAll}; a few letters of the name find the others.` : countOf(rows)}
      </p>
      <ul aria-label="Ways in">
        {rows.map((row) => (
          <li key={row.who.id} className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1">
            <Link
              to="/people"
              search={{ who: row.who.id }}
              className="inline-flex min-h-8 items-center font-semibold underline-offset-4 hover:underline"
            >
              {row.who.name}
            </Link>
            <span className="min-w-0 flex-1 truncate text-soft">{row.who.address}</span>
            <span className={row.state === "closed" ? "text-brick" : row.state === "open" ? "" : "text-soft"}>
              {states[row.state]}
              {row.secondFactor && ", with a second factor"}
            </span>
            {row.state !== "none" && <span className="text-soft">{row.lastIn === null ? "never in" : `last in ${dayOf(row.lastIn)}`}</span>}
            {row.administrator && <span className="font-semibold">manages people and places</span>}
          </li>
        ))}
      </ul>
    </>
  );
}

const dayOf = (at: number) => new Date(at).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });

function countOf(rows: AccountRow[]): string {
  const open = rows.filter((r) => r.state === "open").length;
  const managing = rows.filter((r) => r.administrator && r.state === "open").length;
  const alone = managing === 1 ? " One alone manages people and places: make a second, so that a lost password locks nobody out." : "";
  return `${open} of ${rows.length} can sign in.${alone}`;
}
