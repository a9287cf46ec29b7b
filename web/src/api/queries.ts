import { QueryClient, queryOptions } from '@tanstack/react-query';
import { api, Problem, taken } from './client';

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (count, error) => error instanceof Problem && error.offline && count < 3,
      refetchOnWindowFocus: false,
    },
  },
});

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
}

export const formulasQuery = (kitchen: string, filters: Filters) =>
  queryOptions({
    queryKey: ['formulas', kitchen, filters],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/formulas', { params: { path: { kitchen }, query: filters } })),
    placeholderData: (before) => before,
  });

export const formulaQuery = (kitchen: string, formula: number) =>
  queryOptions({
    queryKey: ['formula', kitchen, formula],
    queryFn: () =>
      taken(
        api.GET('/api/kitchens/{kitchen}/formulas/{formula}', { params: { path: { kitchen, formula } } }),
      ),
    staleTime: 0,
    gcTime: 0,
  });
