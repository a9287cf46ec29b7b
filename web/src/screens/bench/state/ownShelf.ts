import { queryOptions } from '@tanstack/react-query';
import { api, type Json, queries, taken } from '@/api';

/** The kitchen's own jars: found, kept, taken off. */
export const ownShelfQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['shelf', kitchen],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/shelf', { params: { path: { kitchen } } })),
  });

export async function shelve(kitchen: string, jar: Json, reason: string) {
  const body = { jar, reason } as never;
  await taken(api.POST('/api/kitchens/{kitchen}/shelf', { params: { path: { kitchen } }, body }));
  await queries.invalidateQueries({ queryKey: ['shelf', kitchen] });
}

export async function unshelve(kitchen: string, jar: number) {
  await api.DELETE('/api/kitchens/{kitchen}/shelf/{jar}', { params: { path: { kitchen, jar } } });
  await queries.invalidateQueries({ queryKey: ['shelf', kitchen] });
}
