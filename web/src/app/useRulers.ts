import { useCallback, useState } from "react";

const kept = "corlin-rulers";

/** The further zones whose clock stands above the lanes; they are remembered. */
export function useRulers() {
  const [rulers, setRulers] = useState<string[]>(() => JSON.parse(localStorage.getItem(kept) ?? "[]") as string[]);
  const set = useCallback((next: string[]) => {
    localStorage.setItem(kept, JSON.stringify(next));
    setRulers(next);
  }, []);
  return [rulers, set] as const;
}
