import type { components } from './schema';

type Opened = components['schemas']['FormulaOut'];

/** The number of a formula that the server has not got: nothing is stored until something is typed. */
export const NOT_YET = 0;

/** A formula that nobody has typed into. */
export const BLANK: Opened = {
  id: NOT_YET,
  revision: 0,
  place: 'table',
  versions: [],
  document: {
    format: 'jar-table/formula',
    format_version: 1,
    servings: 4,
    fish: { state: 'fresh' },
    jars: [],
    cook: { method: 'pan' },
  },
};
