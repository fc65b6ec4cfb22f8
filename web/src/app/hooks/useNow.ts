import { useEffect, useState } from "react";

/** The server's clock, carried on by the browser's; it moves every half minute, in whole milliseconds: the server takes no parts of one. */
export function useNow(serverNow: number | undefined): number {
  const [now, setNow] = useState(serverNow ?? 0);
  useEffect(() => {
    if (serverNow === undefined) return;
    const readAt = performance.now();
    const tell = () => setNow(Math.round(serverNow + performance.now() - readAt));
    tell();
    const timer = setInterval(tell, 30_000);
    return () => clearInterval(timer);
  }, [serverNow]);
  return now || (serverNow ?? 0);
}
