import { useState } from "react";
import { ask, client } from "../../api/client";
import type { Conference } from "../../api/types";
import { Flag } from "../../lane/Flag";
import { PeoplePicker, type Chosen } from "../../sentence/PeoplePicker";
import { Button } from "../../ui/Button";

interface Props {
  entry: string;
  called: Conference["calls"];
  onAct: (call: Promise<unknown>) => Promise<void>;
}

/** Who was called and is not in yet: each call can be withdrawn, or made again. */
export function Called({ entry, called, onAct }: Props) {
  const [more, setMore] = useState<Chosen[]>([]);
  const call = (who: string) => ask(client.POST("/api/meetings/{id}/calls", { params: { path: { id: entry } }, body: { who } }));
  return (
    <section aria-label="Called" className="mt-8 border-t border-rule pt-2">
      <h2 className="text-soft">Called, and not in yet</h2>
      <ul>
        {called.map((c) => (
          <li key={c.who.id} className="flex min-h-11 items-center gap-3 border-b border-rule">
            <Flag flag={c.who.flag} />
            <span className="flex-1">
              <strong className="font-semibold">{c.who.name}</strong>{" "}
              <span className={c.rings ? "font-semibold text-sea" : "text-soft"}>{c.words}</span>
            </span>
            {!c.rings && c.who.inside && <Button onClick={() => void onAct(call(c.who.id))}>Call {c.who.givenName} again</Button>}
            <Button
              look="grave"
              onClick={() =>
                void onAct(ask(client.DELETE("/api/meetings/{id}/calls/{who}", { params: { path: { id: entry, who: c.who.id } } })))
              }
            >
              Stop calling
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="mt-2 grid max-w-[42ch] gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void onAct(Promise.all(more.map((m) => call(m.id))).then(() => setMore([])));
        }}
      >
        <PeoplePicker label="Call somebody besides" quiet chosen={more} not={called.map((c) => c.who.id)} onChange={setMore} />
        {more.length > 0 && (
          <div>
            <Button type="submit">Call {more.map((m) => m.givenName).join(" and ")}</Button>
          </div>
        )}
      </form>
    </section>
  );
}
