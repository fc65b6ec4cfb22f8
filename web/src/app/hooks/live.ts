import type { HubConnection } from "@microsoft/signalr";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { becomeStale, readsBy, rememberLine } from "../../api/fresh";

let hub: HubConnection | undefined;
let watched: string[] = [];

/** Keeps one line to the server open, and reads again when a calendar on screen has changed. */
export function useLive() {
  const queries = useQueryClient();
  useEffect(() => {
    let ended = false;
    readsBy(() => queries.invalidateQueries({ queryKey: ["calendars"] }));
    // The line is opened once the first screen stands; until then nothing is missed that a reading did not have.
    const open = async () => {
      const { HubConnectionBuilder, LogLevel } = await import("@microsoft/signalr");
      if (ended) return;
      const connection = new HubConnectionBuilder().withUrl("/live").withAutomaticReconnect().configureLogging(LogLevel.None).build();
      connection.on("changed", becomeStale);
      connection.onreconnecting(() => rememberLine(undefined));
      connection.onreconnected((id) => {
        rememberLine(id);
        void connection.invoke("Watch", watched);
        becomeStale();
      });
      hub = connection;
      await connection.start();
      rememberLine(connection.connectionId ?? undefined);
      await connection.invoke("Watch", watched);
    };
    open().catch(() => undefined);
    return () => {
      ended = true;
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
    if (hub?.connectionId) void hub.invoke("Watch", watched);
  }, [key]);
}
