import { useRouter } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import { fetchHelp } from '@/help/HelpButton';
import { fetchMenu } from '@/ui';

/** What a cook may go to next, wherever the network is by then. */
const ROOMS = [
  '/$kitchen/',
  '/$kitchen/formula/$formula',
  '/$kitchen/formula/$formula/bench',
  '/$kitchen/formula/$formula/window',
  '/$kitchen/formula/$formula/versions',
] as const;

/** Fetches the screens that are not looked at yet, once this one is drawn; whether all are here. */
export function useFetchedAhead(): boolean {
  const router = useRouter();
  const [all, setAll] = useState(false);
  useEffect(() => {
    const idle = globalThis.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 1000));
    idle(() => {
      void Promise.all([
        ...ROOMS.map((room) => router.loadRouteChunk(router.routesById[room])),
        fetchHelp(),
        fetchMenu(),
      ])
        .then(() => setAll(true))
        // Not now: each is asked for again when somebody goes there, and says then what is wrong.
        .catch(() => undefined);
    });
  }, [router]);
  return all;
}
