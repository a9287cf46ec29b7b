import { useEffect, useState } from 'react';
import { kitchenNow } from './kitchenClock';

const EACH_MS = 1000;
const minuteNow = () => Math.floor(kitchenNow() / 60_000);

/** The minute that it is, by the kitchen's clock [min since the epoch]. */
export function useNow(): number {
  const [now, setNow] = useState(minuteNow);
  useEffect(() => {
    const timer = setInterval(() => setNow(minuteNow()), EACH_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}
