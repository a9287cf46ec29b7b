import type { Pantry } from '@/api';

/** A reading by its field in the evaluation: what it is called, in the core's words, and its unit. */
export const readingOf = (pantry: Pantry, id: string): Pantry['readings'][number] =>
  pantry.readings.find((one) => one.id === id) ?? { id, name: id, unit: '' };
