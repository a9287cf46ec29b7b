export { type AnswerOf, ask, type BesideOf, type QuestionName } from './ask';
export { api, Problem, taken } from './client';
export { createFormula, saveDraft, shelve } from './formulas';
export { type Filters, formulaQuery, formulasQuery, pantryQuery, queries, sessionQuery } from './queries';
export type * from './types';
