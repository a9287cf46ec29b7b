import { localIn } from '@/service/times';
import { dayInWords } from '@/words/numbers';

/** A time [ms since the epoch] as a clock: of a zone by its name, or by the offset of a time that has one. */
export const clockAt = (like: string, ms: number): string =>
  localIn(like, Math.floor(ms / 60_000)).slice(11, 16);

/** What is so far away is told with its day [ms]. */
const FAR_MS = 12 * 3_600_000;

/** The same, with its day where that is far from now. */
export const dayClockAt = (like: string, ms: number, now: number): string =>
  Math.abs(ms - now) > FAR_MS
    ? `${dayInWords(localIn(like, Math.floor(ms / 60_000)))} ${clockAt(like, ms)}`
    : clockAt(like, ms);

/** Whole minutes from one time to another [ms], as a cook counts them: begun ones count. */
export const minutesTo = (from: number, to: number): number => Math.ceil((to - from) / 60_000 - 1e-6);
