import { HubConnectionBuilder, HubConnectionState, LogLevel, type HubConnection } from "@microsoft/signalr";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";

let hub: HubConnection | undefined;
let watched: string[] = [];

/** Keeps one line to the server open, and reads again when a calendar on screen has changed. */
export function useLive() {
  const queries = useQueryClient();
  useEffect(() => {
    const connection = new HubConnectionBuilder().withUrl("/live").withAutomaticReconnect().configureLogging(LogLevel.None).build();
    hub = connection;
    const again = () => void queries.invalidateQueries({ queryKey: ["calendars"] });
    connection.on("changed", again);
    connection.onreconnected(() => {
      void connection.invoke("Watch", watched);
      again();
    });
    connection
      .start()
      .then(() => connection.invoke("Watch", watched))
      .catch(() => undefined);
    return () => {
      hub = undefined;
      void connection.stop();
    };
  }, [queries]);
}

/** Says whose calendars stand on the screen. */
export function useWatched(people: string[]) {
  const key = people.join(" ");
  useEffect(() => {
    watched = key ? key.split(" ") : [];
    if (hub?.state === HubConnectionState.Connected) void hub.invoke("Watch", watched);
  }, [key]);
}
