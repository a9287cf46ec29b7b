import {
  createFormula,
  type FormulaDocument,
  formulaQuery,
  queries,
  saveDraft,
  saveService,
  serviceQuery,
} from '@/api';
import type { Item, Unsent } from './keep';

/** Where drafts of a kind are kept: how one is saved, begun and looked at. */
export interface Store {
  item: (number: number) => Item;
  save: (
    kitchen: string,
    number: number,
    base: number,
    document: FormulaDocument,
  ) => Promise<{ revision: number }>;
  begin: (kitchen: string, document: FormulaDocument) => Promise<{ id: number; revision: number }>;
  look: (kitchen: string, number: number) => Promise<Unsent>;
}

export const FORMULAS: Store = {
  item: (number) => number,
  save: saveDraft,
  begin: createFormula,
  look: async (kitchen, number) => {
    const opened = await queries.fetchQuery({ ...formulaQuery(kitchen, number), staleTime: 0 });
    return { revision: opened.revision, document: opened.document as FormulaDocument };
  },
};

export const SERVICES: Store = {
  item: (number) => `service-${number}`,
  save: saveService,
  // A service is begun by the server, with what its kitchen has.
  begin: () => Promise.reject(new Error('a service is begun before it is opened')),
  look: async (kitchen, number) => {
    const opened = await queries.fetchQuery({ ...serviceQuery(kitchen, number), staleTime: 0 });
    return { revision: opened.revision, document: opened.document as FormulaDocument };
  },
};
