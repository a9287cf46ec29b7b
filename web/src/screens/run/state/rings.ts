import type { PlannedStep } from '@/api';
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

/** Waits that nobody has to come to: cooked fish that is held hot, or waits on a rack, has no end of its own. */
const SILENT = ['hold'];
export const rings = (step: PlannedStep | undefined): boolean =>
  step !== undefined && !SILENT.includes(step.do);
