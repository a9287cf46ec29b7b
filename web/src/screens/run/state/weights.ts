import type { PlannedStep } from '@/api';
import { lineKey } from '@/run/fold';
import type { Shown } from '@/run/RunKeeper';
import { grams, onScale } from '@/words/numbers';

/** So much of a line for a step. */
export type Amount = PlannedStep['amounts'][number];

/** What tells the lines of a step apart. */
export const lineOf = ({ line, name }: Pick<Amount, 'line' | 'name'>): string => line ?? name;

/** A weight of a line as its scale shows it. */
export const shownAs = ({ step_g }: Amount, value: number): string =>
  step_g ? onScale(value, step_g) : grams(value);

/** What is in of a line [g]; undefined while it is not. */
export const insideOf = (
  { state }: Pick<Shown, 'state'>,
  step: PlannedStep,
  one: Amount,
): number | undefined => state.weights.get(lineKey(step.id, lineOf(one)));

/** So little beyond a bound is none: what is shown is rounded [1]. */
const DUST = 1.0001;

/** Whether a line is in otherwise than it was meant. */
export function isOff(shown: Pick<Shown, 'state'>, step: PlannedStep, one: Amount): boolean {
  const value = insideOf(shown, step, one);
  return value !== undefined && Math.abs(value - one.mass_g) > one.off_g * DUST;
}

/** Whether so much of a line cannot be: then the scale is wrong, or what was typed. */
export const cannotBe = ({ low_g, high_g }: Amount, value: number): boolean =>
  value > 0 && (value < low_g || value > high_g);

/** What of all that is weighed for a step is not in yet. */
export const notIn = (shown: Pick<Shown, 'state'>, step: PlannedStep): string[] =>
  step.amounts.filter((one) => insideOf(shown, step, one) === undefined).map(({ name }) => name);
