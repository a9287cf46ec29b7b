import type { TroubleName } from '@/words';
import type { Problem } from './client';

/** As often as it takes. */
const ALWAYS = Number.POSITIVE_INFINITY;

/** Where one can go from a trouble: try again, load the page anew, sign in, back to the Table. */
type WayOut = 'again' | 'anew' | 'sign_in' | 'table';

interface Rule {
  /** How often it is tried again by itself: what goes on behind the typing (draft, figures, feed) … */
  behind: number;
  /** … and what somebody waits for (a screen, a list, an answer). */
  waited: number;
  /** Where one can go from it. */
  ways: WayOut[];
}

/**
 * The one policy for what goes wrong: what is tried again and how often, and where one can go. What is said stands in
 * says.troubles. What is not tried again by itself is tried with the next change, when the server is heard again
 * after a silence, and when somebody presses.
 */
export const POLICY: Record<TroubleName, Rule> = {
  lost: { behind: ALWAYS, waited: 2, ways: ['again'] },
  busy: { behind: ALWAYS, waited: 2, ways: ['again'] },
  broken: { behind: 3, waited: 1, ways: ['again', 'table'] },
  signed_out: { behind: 0, waited: 0, ways: ['sign_in'] },
  not_allowed: { behind: 0, waited: 0, ways: ['table'] },
  missing: { behind: 0, waited: 0, ways: ['table'] },
  too_old: { behind: 0, waited: 0, ways: ['anew'] },
  refused: { behind: 0, waited: 0, ways: ['again', 'table'] },
};

/** Pauses between tries [s]; the last one for all that follow. */
const PAUSES_S = [1, 2, 4, 8, 15, 30];

const BY_STATUS: Record<number, TroubleName> = {
  0: 'lost',
  401: 'signed_out',
  403: 'not_allowed',
  404: 'missing',
  426: 'too_old',
  429: 'busy',
  502: 'lost',
  503: 'lost',
  504: 'lost',
};

export const troubleOf = (problem: Problem): TroubleName =>
  BY_STATUS[problem.status] ?? (problem.status >= 500 ? 'broken' : 'refused');

/** The pause before one more try [ms], after so many that failed; null when there is none. */
export function pauseBefore(problem: Problem, failed: number, who: 'behind' | 'waited'): number | null {
  if (failed >= POLICY[troubleOf(problem)][who]) return null;
  return (PAUSES_S[Math.min(failed, PAUSES_S.length - 1)] ?? 0) * 1000;
}
