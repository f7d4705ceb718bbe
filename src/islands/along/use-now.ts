import { useEffect, useState } from 'react';

/** The time, told anew so often, while something runs. @returns ms since 1970. */
export function useNow(isRunning: boolean, everyMs = 250): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!isRunning) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    return () => clearInterval(timer);
  }, [isRunning, everyMs]);
  return now;
}
