import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { useDeferredValue, useRef } from "react";
import { ask, client } from "../../../api/client";
import { deskQuery } from "../../../api/queries";
import type { Requests as View, Zone } from "../../../api/types";
import { useKeys } from "../../../app/keys";
import { useWatched } from "../../../app/hooks/live";
import { useChange } from "../../../app/hooks/useChange";
import { useKept } from "../../../app/hooks/useKept";
import { Button } from "../../../ui/Button";
import { FieldError } from "../../../ui/Field";
import { StillHere } from "../../../ui/StillHere";
import { Wait } from "../../../ui/Wait";
import { freshAsked, partsOf } from "./asked";
import { RequestRow } from "./RequestRow";
import { RequestSentence } from "./RequestSentence";
import { requestsQuery } from "./queries";

const route = getRouteApi("/requests");

/** Who asked for the time of those one speaks for, before there is an invitation. */
export function Requests() {
  const { text = "", settled = false } = route.useSearch();
  const desk = useQuery(deskQuery);
  const asked = useDeferredValue(text.trim());
  const requests = useQuery(requestsQuery(asked, settled));
  useWatched(requests.data?.of.map((p) => p.id) ?? []);
  const zone = desk.data?.zones[0];
  if (!requests.data) return <Wait query={requests} />;
  if (!desk.data || !zone) return <Wait query={desk} />;
  return <Page data={requests.data} zone={zone} now={desk.data.now} text={text} settled={settled} />;
}

function Page({ data, zone, now, text, settled }: { data: View; zone: Zone; now: number; text: string; settled: boolean }) {
  const navigate = route.useNavigate();
  const search = useRef<HTMLInputElement>(null);
  const set = (change: { text?: string; settled?: boolean }) =>
    void navigate({ search: (before) => Object.fromEntries(Object.entries({ ...before, ...change }).filter(([, v]) => v)), replace: true });
  useKeys({ s: () => search.current?.focus() }, [
    { keys: "Tab", does: "next part of the sentence" },
    { keys: "S", does: "find who asked" },
    { keys: "Z", does: "undo" },
  ]);
  return (
    <div className="px-6 pb-6">
      <h1 className="pt-3 pb-2">
        <span className="mr-4 font-serif text-[27px] leading-8">Requests</span>
        <span className="text-[14px] text-soft">{data.lead}</span>
      </h1>
      <TakeIn data={data} zone={zone} now={now} />
      <div className="mt-4 flex flex-wrap items-center gap-x-6 gap-y-1 border-b border-rule pb-1">
        <label className="flex items-center gap-2 text-soft">
          Find who asked
          <input
            ref={search}
            value={text}
            maxLength={100}
            placeholder="a name, a number, a word"
            onChange={(e) => set({ text: e.target.value })}
            className="h-8 w-56 border-b border-ink bg-transparent text-[14px] text-ink"
          />
        </label>
        <label className="flex min-h-8 items-center gap-2">
          <input type="checkbox" checked={settled} onChange={(e) => set({ settled: e.target.checked })} className="size-4 accent-sea" />
          include settled ones
        </label>
      </div>
      {data.requests.length === 0 ? (
        <p className="py-6 text-soft">
          {text ? "Nobody of that name asked." : "Nobody waits. Write down above who rings, writes or stops by."}
        </p>
      ) : (
        <ul aria-label="Who asked">
          {data.requests.map((r) => (
            <RequestRow key={r.id} request={r} of={data.of} zone={zone} now={now} />
          ))}
        </ul>
      )}
    </div>
  );
}

function TakeIn({ data, zone, now }: { data: View; zone: Zone; now: number }) {
  const { busy, problem, clear, make } = useChange();
  const kept = useKept("request", () => freshAsked(data.of[0]));
  const asked = kept.value;
  const take = () =>
    make(
      () => ask(client.POST("/api/requests", { body: partsOf(asked, 0) })),
      `${asked.caller.trim()} is written down.`,
      () => kept.forget({ ...freshAsked(data.of[0]), inNameOf: asked.inNameOf }),
    );
  return (
    <form
      aria-label="Write down who asks"
      onSubmit={(e) => {
        e.preventDefault();
        take();
      }}
    >
      {kept.restored && <StillHere onForget={kept.forget} />}
      <RequestSentence
        asked={asked}
        of={data.of}
        zone={zone}
        now={now}
        wrong={problem}
        fresh
        onEdit={(part) => {
          clear();
          kept.edit(part);
        }}
      />
      {problem && <FieldError>{problem.message}</FieldError>}
      <p className="mt-1">
        <Button type="submit" look="filled" disabled={busy || asked.caller.trim() === ""}>
          Write it down
        </Button>
      </p>
    </form>
  );
}
