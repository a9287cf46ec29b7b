import { fill, named, names, terms } from '@/words';

/** Which units the format takes for what, as they are chosen among. */
const UNITS = {
  mass: ['g', 'kg', 'oz', 'lb'],
  volume: ['ml', 'l', 'cup'],
  length: ['mm', 'cm', 'in'],
  time: ['s', 'min', 'h', 'd'],
  temperature: ['degC', 'degF'],
  share: ['%'],
  vessel: ['mm', 'cm'],
  amount: ['%', 'g', 'kg', 'oz', 'lb', 'ml', 'l', 'tsp', 'tbsp', 'cup', 'fl_oz', 'part'],
} as const;

export type Quantity = keyof typeof UNITS;

/** The units for a quantity with their names, and the MORE that one thing has besides: a clove, a sprig. */
export const unitsFor = (quantity: Quantity, ...more: string[]): Record<string, string> =>
  Object.fromEntries([...UNITS[quantity], ...more].map((unit) => [unit, named(terms.units, unit)]));

/** What the choice of a unit is called beside the field called LABEL. */
export const unitOf = (label: string): string => fill(names.unitOf, { what: label.toLowerCase() });
