import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useDeferredValue } from "react";
import { sessionQuery, type MailPile } from "../../api/queries";
import type { MailLine as Line } from "../../api/types";
import { useKeys } from "../../app/keys";
import { useWatched } from "../../app/hooks/live";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";
import { Wait } from "../../ui/Wait";
import { LayFile } from "./LayFile";
import { MailLine } from "./MailLine";
import { MailOpen } from "./MailOpen";
import { mailsQuery } from "./queries";

const route = getRouteApi("/mail");

const piles: { value: MailPile; label: string; none: string }[] = [
  { value: "all", label: "What went out and came in", none: "Nothing went out and nothing came in." },
  { value: "sent", label: "What went out", none: "Nothing went out." },
  { value: "received", label: "What came in", none: "Nothing came in." },
  { value: "open", label: "What somebody has to see to", none: "Everything was delivered, and everything that came in is filed." },
];

/** The mail of those for whom one speaks, and one's own: what went out and what came in. */
export function MailRoom() {
  const { of, pile = "all", text = "", id } = route.useSearch();
  const navigate = route.useNavigate();
  const asked = useDeferredValue(text.trim());
  const mails = useInfiniteQuery(mailsQuery({ of, pile, text: asked }));
  const session = useQuery(sessionQuery);
  const top = mails.data?.pages[0];
  const lines = mails.data?.pages.flatMap((p) => p.mails) ?? [];
  useWatched(top?.of.map((p) => p.id) ?? []);
  const set = (change: { of?: string; pile?: MailPile; text?: string; id?: number | undefined }) =>
    void navigate({
      search: (before) => Object.fromEntries(Object.entries({ ...before, id: undefined, ...change }).filter(([, v]) => v)),
      replace: true,
    });
  const at = lines.findIndex((l) => l.id === id);
  const go = (by: number) => {
    const next = lines[Math.max(0, Math.min(lines.length - 1, at + by))];
    if (next) set({ id: next.id });
  };
  useKeys({ j: () => go(1), k: () => go(-1) }, [
    { keys: "J K", does: "along the messages" },
    { keys: "Z", does: "undo what you did last" },
  ]);
  if (!top) return <Wait query={mails}>Opening the mail room…</Wait>;
  const whose = top.of.find((p) => p.id === of);
  const shown = piles.find((p) => p.value === pile) ?? piles[0];
  return (
    <LayFile onLaid={() => set({ pile: "received" })}>
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 pt-3 pb-2.5">
        <h1 className="font-serif text-[26px] leading-9">
          <Part name="Which mail" value={shown?.label ?? ""} width={320}>
            {(close) => (
              <Choices<MailPile>
                value={pile}
                options={piles.map((p) => ({ ...p, ...(p.value === "open" && top.open > 0 ? { note: String(top.open) } : {}) }))}
                onChoose={(value) => {
                  set({ pile: value });
                  close();
                }}
              />
            )}
          </Part>
          {top.of.length > 1 && (
            <>
              {" "}
              for{" "}
              <Part name="Whose mail" value={whose?.name ?? "everybody for whom I speak"} width={300}>
                {(close) => (
                  <Choices
                    value={of ?? ""}
                    options={[{ value: "", label: "everybody for whom I speak" }, ...top.of.map((p) => ({ value: p.id, label: p.name }))]}
                    onChoose={(value) => {
                      set({ of: value });
                      close();
                    }}
                  />
                )}
              </Part>
            </>
          )}
        </h1>
        <input
          type="search"
          aria-label="Find a message by its subject, a name or an address"
          placeholder="Subject, name, address"
          value={text}
          onChange={(e) => set({ text: e.target.value })}
          className="ml-auto h-8 w-60 border-b border-ink bg-transparent outline-none placeholder:text-soft focus-visible:border-b-2 focus-visible:border-sea"
        />
      </div>
      {session.data?.mailLeaves === false && (
        <p role="note" className="border-t border-rule py-2 font-semibold text-brick">
          Mail cannot leave: no mail server was named when Corlin was started. Nothing here reached anybody outside.
        </p>
      )}
      {lines.length === 0 && <p className="border-t border-rule py-6 text-soft">{asked ? `Nothing with “${asked}”.` : shown?.none}</p>}
      <ul aria-label="Messages" className="border-t border-rule">
        {lines.map((line: Line) => (
          <li key={line.id} className={`-mx-6 border-b border-rule px-6 ${line.id === id ? "bg-water" : ""}`}>
            <MailLine line={line} chosen={line.id === id} onChoose={() => set({ id: line.id === id ? undefined : line.id })} />
            {line.id === id && <MailOpen id={line.id} />}
          </li>
        ))}
      </ul>
      {mails.hasNextPage && (
        <Button className="mt-3" disabled={mails.isFetchingNextPage} onClick={() => void mails.fetchNextPage()}>
          {mails.isFetchingNextPage ? "Reading…" : "What was before"}
        </Button>
      )}
    </LayFile>
  );
}
