import { localIn } from '@/service/times';

/** A time [ms since the epoch] as a clock, in the zone of a time with its offset. */
export const clockAt = (like: string, ms: number): string =>
  localIn(like, Math.floor(ms / 60_000)).slice(11, 16);

/** Whole minutes from one time to another [ms], as a cook counts them: begun ones count. */
export const minutesTo = (from: number, to: number): number => Math.ceil((to - from) / 60_000 - 1e-6);
