import type { Kind, Pantry } from '@/api';

/** A kind of jar by its id; undefined while it is not stated, or the pantry is not there yet. */
export const kindOf = (pantry: Pantry | undefined, id: string | null | undefined): Kind | undefined =>
  pantry?.kinds.find((one) => one.id === id);

/** Names of all kinds by their ids, in the order in which they touch the fish. */
export const kindNames = (pantry: Pantry | undefined): Record<string, string> =>
  Object.fromEntries((pantry?.kinds ?? []).map((one) => [one.id, one.name]));
