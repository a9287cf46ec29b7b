import { queryOptions } from '@tanstack/react-query';
import { api, type Json, queries, shelve, taken } from '@/api';

/** The kitchen's own jars: found, kept, taken off. */
export const ownShelfQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['shelf', kitchen],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/shelf', { params: { path: { kitchen } } })),
  });

export async function keepOnShelf(kitchen: string, jar: { [key: string]: Json }, reason: string) {
  await shelve(kitchen, jar, reason);
  await queries.invalidateQueries({ queryKey: ['shelf', kitchen] });
}

export async function unshelve(kitchen: string, jar: number) {
  await api.DELETE('/api/kitchens/{kitchen}/shelf/{jar}', { params: { path: { kitchen, jar } } });
  await queries.invalidateQueries({ queryKey: ['shelf', kitchen] });
}
