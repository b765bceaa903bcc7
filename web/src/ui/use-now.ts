import { useEffect, useState } from 'react';
import { nowMs } from './clock';

/** The time by the server's clock [ms since 1970], every second while it is looked at. */
export function useNow(): number {
  const [now, setNow] = useState(nowMs);
  useEffect(() => {
    const timer = setInterval(() => setNow(nowMs()), 1000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
