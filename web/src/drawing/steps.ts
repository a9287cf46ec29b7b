/** From which time on [min] it is moved by which step [min]. */
export interface TimeStep {
  from_min: number;
  step_min: number;
}

/** The step that a time is told in [min]. */
export const stepAt = (minutes: number, steps: TimeStep[]): number =>
  steps.filter((one) => minutes >= one.from_min).at(-1)?.step_min ?? 1;

/** A time as a cook would say it: a whole number of its steps, never nothing [min]. */
export function tidy(minutes: number, steps: TimeStep[]): number {
  const step = stepAt(minutes, steps);
  return Math.max(1, Math.round(minutes / step) * step);
}

/** The next time up or down that a cook would say [min]. */
export function stepped(minutes: number, by: 1 | -1, steps: TimeStep[]): number {
  if (by > 0) {
    const step = stepAt(minutes, steps);
    return (Math.floor(minutes / step + 1e-9) + 1) * step;
  }
  // Coming down to a border one is already in the finer steps below it.
  const step = stepAt(minutes - 1e-6, steps);
  return Math.max(1, (Math.ceil(minutes / step - 1e-9) - 1) * step);
}
