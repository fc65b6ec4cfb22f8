import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import { ask, client } from "../../api/client";
import { remindersQuery } from "../../api/queries";
import type { Reminder, ReminderAct } from "../../api/types";
import { useAtRest } from "../hooks/useAtRest";
import { useChanges } from "../hooks/changes";

const refOf = (r: Reminder) => ({ entry: r.id, occurrence: r.occurrence, start: r.start });

const keyOf = (r: Reminder) => `${r.id} ${r.occurrence ?? ""} ${r.start}`;

/** What one is reminded of, the same in every tab. */
export function useReminders() {
  const queries = useQueryClient();
  const { fail } = useChanges();
  const { data } = useQuery(remindersQuery);
  const again = useCallback(() => void queries.invalidateQueries({ queryKey: remindersQuery.queryKey }), [queries]);

  // The next one comes when it is due, not at the next minute.
  useEffect(() => {
    if (!data?.next) return;
    const timer = setTimeout(again, Math.min(Math.max(1000, data.next - data.now + 200), 3_600_000));
    return () => clearTimeout(timer);
  }, [data, again]);

  const tabs = useRef<BroadcastChannel | undefined>(undefined);
  useEffect(() => {
    const channel = new BroadcastChannel("corlin-reminders");
    channel.onmessage = again;
    tabs.current = channel;
    return () => channel.close();
  }, [again]);

  const answer = useCallback(
    (act: ReminderAct, which: Reminder[], until?: number) =>
      ask(client.POST("/api/reminders", { body: { act, which: which.map(refOf), until: until ?? null } })).then(() => {
        again();
        tabs.current?.postMessage(act);
      }, fail),
    [again, fail],
  );

  // What stood on a screen that somebody could see is no missed one later.
  const told = useRef(new Set<string>());
  const due = data?.due;
  useEffect(() => {
    const tell = () => {
      const fresh = document.hidden ? [] : (due ?? []).filter((r) => !told.current.has(keyOf(r)));
      if (fresh.length === 0) return;
      for (const r of fresh) told.current.add(keyOf(r));
      void ask(client.POST("/api/reminders", { body: { act: "shown", which: fresh.map(refOf), until: null } })).catch(() => undefined);
    };
    tell();
    document.addEventListener("visibilitychange", tell);
    return () => document.removeEventListener("visibilitychange", tell);
  }, [due]);

  const browser = data?.likes.browser ?? false;
  useEffect(() => {
    if (!browser || !("Notification" in window) || Notification.permission !== "granted") return;
    for (const r of due ?? []) if (!r.missed) void announceOnce(keyOf(r), r);
  }, [due, browser]);

  return { data: useAtRest(data), answer };
}

const announced = "corlin-announced";

/** One notification, whichever of the tabs comes first. */
function announceOnce(key: string, reminder: Reminder) {
  return navigator.locks.request("corlin-reminders", () => {
    const said = JSON.parse(localStorage.getItem(announced) ?? "[]") as string[];
    if (said.includes(key)) return;
    localStorage.setItem(announced, JSON.stringify([...said.slice(-99), key]));
    const who = reminder.for.map((p) => p.givenName).join(", ");
    new Notification(reminder.title, {
      tag: key,
      body: [reminder.way && `${reminder.way}.`, reminder.where, who].filter(Boolean).join(" "),
      silent: true,
    });
  });
}
