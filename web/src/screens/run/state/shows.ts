import type { InstrumentReading } from '@/api';
import { named, terms } from '@/words';
import { onScale, plain } from '@/words/numbers';

/** What an instrument shows, with its unit, in its own steps. */
export function shows({ kind, value, step, unit }: InstrumentReading): string {
  if (value === null) return '—';
  if (kind === 'scale') return onScale(value, step);
  return `${plain(value, Math.max(0, -Math.floor(Math.log10(step) + 1e-9)))} ${unit === 'pH' ? '' : named(terms.units, unit)}`.trim();
}
