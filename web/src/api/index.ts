export { api, Problem, taken } from './client';
export { type Filters, formulaQuery, formulasQuery, pantryQuery, queries, sessionQuery } from './queries';
export type * from './types';
