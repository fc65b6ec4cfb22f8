import { useEffect, useState } from "react";

/** A value once it has stood still for a moment, so that what follows each step of a hand is not asked for. */
export function useSettled<T>(value: T, after = 150): T {
  const [settled, setSettled] = useState(value);
  const key = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), after);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- compared by what it says
  }, [key, after]);
  return settled;
}
