import { useEffect, useState } from "react";

/** The time, again every so many milliseconds. */
export function useNow(every = 15_000): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = setInterval(() => setNow(new Date()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}
