import type { Timer } from '@/run/fold';

/** Its best begins, its time is over, or it must not be any longer. */
export type Loudness = 'best' | 'gentle' | 'hard';

/** A ring that is due: of which timer, how loud, and what it is called by, so that it is heard once. */
export interface Ring {
  id: string;
  step: string;
  loudness: Loudness;
  at: number;
}

/**
 * What rings by now: computed from events and the clock, never counted down. A jar rings gently at its best and when it
 * is to come off, and hard at its latest; any other wait rings gently when its time is over.
 */
export function ringsAt(timers: readonly Timer[], now: number): Ring[] {
  return timers.flatMap(({ step, began, due, bestFrom, latest }) => {
    const ring = (loudness: Loudness, at: number | null): Ring[] =>
      at !== null && at <= now ? [{ id: `${step} ${began} ${loudness}`, step, loudness, at }] : [];
    return latest === null
      ? ring('gentle', due)
      : [...ring('best', bestFrom ?? due), ...ring('gentle', due), ...ring('hard', latest)];
  });
}

/** Which rings were heard in this window, kept over a reload. */
export function heardOf(run: number): {
  read: () => Set<string>;
  write: (heard: ReadonlySet<string>) => void;
} {
  const key = `jar-table/heard/${run}`;
  return {
    read: () => {
      try {
        const found: unknown = JSON.parse(sessionStorage.getItem(key) ?? '[]');
        return new Set(Array.isArray(found) ? found : []);
      } catch {
        return new Set();
      }
    },
    write: (heard) => {
      try {
        sessionStorage.setItem(key, JSON.stringify([...heard]));
      } catch {
        // Without room it rings once more after a reload.
      }
    },
  };
}
