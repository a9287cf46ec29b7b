import type { InstrumentReading } from '@/api';
import { named, terms } from '@/words';
import { onScale, plain } from '@/words/numbers';

/** What an instrument shows, with its unit, in its own steps. */
export function shows({ kind, value, step, unit }: InstrumentReading): string {
  if (value === null) return '—';
  if (kind === 'scale') return onScale(value, step);
  return `${plain(value, Math.max(0, -Math.floor(Math.log10(step) + 1e-9)))} ${unit === 'pH' ? '' : named(terms.units, unit)}`.trim();
}

/** Whether something is wrong with an instrument: what hangs in the air has nothing to say, and that is no fault. */
export const isWrong = ({ fault }: InstrumentReading): boolean => fault !== null && fault !== 'nothing';

/** The scale of a step, as the plan has it for a line; else the coarsest. */
export function scaleFor(
  readings: readonly InstrumentReading[],
  step: number | null,
): InstrumentReading | undefined {
  const scales = readings.filter(({ kind }) => kind === 'scale');
  return scales.find((one) => one.step === step) ?? scales.at(-1);
}

/** Where a number comes from that was read off an instrument. */
export const sourceOf = ({ simulated, kind }: InstrumentReading): string =>
  simulated ? 'simulated' : kind === 'scale' ? 'scale' : 'probe';
