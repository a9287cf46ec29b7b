import { useEffect } from 'react';

/** The tablet does not go to sleep while a run is looked at, where the browser can see to that. */
export function useAwake(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let left = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible') return;
      // A browser says no where the battery is low: then it sleeps, and the timers go on.
      const got = await navigator.wakeLock?.request('screen').catch(() => null);
      if (left) void got?.release();
      else lock = got ?? null;
    };
    void hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      left = true;
      document.removeEventListener('visibilitychange', hold);
      void lock?.release();
    };
  }, []);
}
