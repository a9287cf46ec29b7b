import { useEffect, useState } from 'react';

const EACH_MS = 15_000;

/** The minute that it is [min since the epoch]. */
export function useNow(): number {
  const [now, setNow] = useState(() => Math.floor(Date.now() / 60_000));
  useEffect(() => {
    const timer = setInterval(() => setNow(Math.floor(Date.now() / 60_000)), EACH_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
