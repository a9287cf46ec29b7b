import type { HeatTraits, Kind, Pantry } from '@/api';

/** A kind of jar by its id; undefined while it is not stated, or the pantry is not there yet. */
export const kindOf = (pantry: Pantry | undefined, id: string | null | undefined): Kind | undefined =>
  pantry?.kinds.find((one) => one.id === id);

/** Names of all kinds by their ids, in the order in which they touch the fish. */
export const kindNames = (pantry: Pantry | undefined): Record<string, string> =>
  Object.fromEntries((pantry?.kinds ?? []).map((one) => [one.id, one.name]));

/** A method of cooking by its id; undefined for what is not modelled, or while the pantry is not there yet. */
export const heatOf = (pantry: Pantry | undefined, id: string | null | undefined): HeatTraits | undefined =>
  pantry?.heats.find((one) => one.id === id);
