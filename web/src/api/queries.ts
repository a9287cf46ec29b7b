import { QueryClient, queryOptions } from '@tanstack/react-query';
import { BLANK, NOT_YET } from './blank';
import { api, Problem, taken } from './client';
import { onBack } from './connection';
import { pauseBefore } from './policy';
import type { components } from './schema';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (failed, error) => error instanceof Problem && pauseBefore(error, failed, 'waited') !== null,
      retryDelay: (failed, error) => (error instanceof Problem && pauseBefore(error, failed, 'waited')) || 0,
      // The browser's own word on being online is not waited for: the server may stand on this very machine.
      networkMode: 'always',
      refetchOnWindowFocus: false,
    },
  },
});

// What nobody answered is asked again as soon as the server is heard.
onBack(
  () => void queries.refetchQueries({ type: 'active', predicate: (asked) => asked.state.status === 'error' }),
);

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: () => taken(api.GET('/api/session')),
  staleTime: Number.POSITIVE_INFINITY,
});

/** All that a kitchen's formulas may name: the shipped rows, and its own. */
export const pantryQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['pantry', kitchen],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/pantry', { params: { path: { kitchen } } })),
    staleTime: Number.POSITIVE_INFINITY,
  });

export interface Filters {
  q?: string;
  fish?: string;
  kind?: string;
  tag?: string;
  sort?: string;
  place?: FormulaPlace;
  /** Only those behind this mark, which the page before it gave. */
  after?: string;
}

/** Where a formula is: on the table, put away, or thrown out and still to be brought back. */
export type FormulaPlace = components['schemas']['Place'];

export const formulasQuery = (kitchen: string, filters: Filters) =>
  queryOptions({
    queryKey: ['formulas', kitchen, filters],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/formulas', { params: { path: { kitchen }, query: filters } })),
    placeholderData: (before) => before,
  });

/** A kept version with its document: it never changes, so it is fetched once. */
export const versionQuery = (kitchen: string, formula: number, number: number) =>
  queryOptions({
    queryKey: ['version', kitchen, formula, number],
    queryFn: () =>
      taken(
        api.GET('/api/kitchens/{kitchen}/formulas/{formula}/versions/{number}', {
          params: { path: { kitchen, formula, number } },
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** A formula that nobody has typed into, with the spoons that its kitchen has settled on. */
function blankIn(kitchen: string): typeof BLANK {
  const kitchens = queries.getQueryData(sessionQuery.queryKey)?.person?.kitchens;
  const measures = kitchens?.find((one) => one.slug === kitchen)?.settings.spoons;
  // What is not said are US ones.
  return measures === 'metric' ? { ...BLANK, document: { ...BLANK.document, measures } } : BLANK;
}

/** Formulas as they were begun in this window: what is typed into is not waited for when it gets its number. */
const begun = new Map<string, typeof BLANK>();
export const begunAs = (kitchen: string, made: typeof BLANK) => begun.set(`${kitchen}/${made.id}`, made);

/** It is taken once: later the server knows better. */
function takeBegun(kitchen: string, formula: number): typeof BLANK | undefined {
  const name = `${kitchen}/${formula}`;
  const made = begun.get(name);
  begun.delete(name);
  return made;
}

export const formulaQuery = (kitchen: string, formula: number) =>
  queryOptions({
    queryKey: ['formula', kitchen, formula],
    queryFn: () =>
      formula === NOT_YET
        ? Promise.resolve(blankIn(kitchen))
        : taken(
            api.GET('/api/kitchens/{kitchen}/formulas/{formula}', { params: { path: { kitchen, formula } } }),
          ),
    initialData: () => (formula === NOT_YET ? blankIn(kitchen) : takeBegun(kitchen, formula)),
    // Long enough to be drawn without being asked for again, and not to be met again later.
    staleTime: 2000,
    gcTime: 10_000,
  });
