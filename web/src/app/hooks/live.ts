import type { HubConnection } from "@microsoft/signalr";
import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { becomeStale, readsBy, rememberLine, sinceRead } from "../../api/fresh";

/** How long until a line that could not be opened is tried again, in milliseconds; the last holds for all after it. */
const waits = [1_000, 5_000, 30_000];

let hub: HubConnection | undefined;
let watched: string[] = [];

/** What changed after the screen read and before the server knew of its watching is told then. */
const watch = (connection: HubConnection) => connection.invoke("Watch", watched, sinceRead());

/**
 * Reads everything of calendars anew. What hangs on one row of a list is read after the lists: a row that has gone may have taken
 * the right to ask with it.
 */
async function readCalendars(queries: QueryClient) {
  const queryKey = ["calendars"];
  await queries.invalidateQueries({ queryKey, predicate: (q) => !q.meta?.ofRow });
  // What was read is drawn in a task of its own.
  await new Promise((drawn) => setTimeout(drawn));
  await queries.invalidateQueries({ queryKey, predicate: (q) => q.meta?.ofRow === true });
}

/** Keeps one line to the server open, and reads again when a calendar on screen has changed. */
export function useLive() {
  const queries = useQueryClient();
  useEffect(() => {
    let ended = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    readsBy(() => readCalendars(queries));
    // The line is opened once the first screen stands.
    const open = async () => {
      const { HubConnectionBuilder, LogLevel } = await import("@microsoft/signalr");
      if (ended) return;
      const connection = new HubConnectionBuilder().withUrl("/live").withAutomaticReconnect().configureLogging(LogLevel.None).build();
      connection.on("changed", becomeStale);
      connection.onreconnecting(() => rememberLine(undefined));
      connection.onreconnected((id) => {
        rememberLine(id);
        void watch(connection);
        becomeStale();
      });
      hub = connection;
      await connection.start();
      rememberLine(connection.connectionId ?? undefined);
      await watch(connection);
    };
    const keepTrying = (failed = 0) => {
      open().catch(() => {
        if (!ended) again = setTimeout(() => keepTrying(failed + 1), waits[Math.min(failed, waits.length - 1)]);
      });
    };
    keepTrying();
    return () => {
      ended = true;
      clearTimeout(again);
      void hub?.stop();
      rememberLine(undefined);
      hub = undefined;
    };
  }, [queries]);
}

/** Says whose calendars stand on the screen. */
export function useWatched(people: string[]) {
  const key = people.join(" ");
  useEffect(() => {
    watched = key ? key.split(" ") : [];
    if (hub?.connectionId) void watch(hub);
  }, [key]);
}
