import { queryOptions } from '@tanstack/react-query';
import { api, taken } from './client';
import type { RunEvent } from './run';
import type { components } from './schema';

type Schemas = components['schemas'];
/** A line of the temperature record, and a kind of such lines. */
export type TemperatureLine = Schemas['Entry'];
export type LogKind = Schemas['Kind'];
export type TemperatureRecord = Schemas['TemperaturesOut'];

/** Some days, each as YYYY-MM-DD; none is the one that is now in the kitchen. */
export interface Days {
  first?: string;
  last?: string;
}

/** The temperature record of some days, and what is to be done about it. */
export const temperaturesQuery = (kitchen: string, days: Days) =>
  queryOptions({
    queryKey: ['temperatures', kitchen, days],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/temperatures', { params: { path: { kitchen }, query: days } })),
  });

/** Enter lines that belong to no run; what became of each. */
export const logTemperatures = (kitchen: string, events: readonly RunEvent[]): Promise<Schemas['LogOut']> =>
  taken(
    api.POST('/api/kitchens/{kitchen}/temperatures', {
      params: { path: { kitchen } },
      body: { events: events as Schemas['RunEvent'][] },
    }),
  );

const asked = (days: Days): string => new URLSearchParams({ ...days }).toString();

/** Where the record of some days is to be had as a table, and on paper. */
export const temperatureTableAt = (kitchen: string, days: Days): string =>
  `/api/kitchens/${kitchen}/temperatures/table?${asked(days)}`;
export const temperatureSheetAt = (kitchen: string, days: Days): string =>
  `/api/kitchens/${kitchen}/temperatures/sheet?${asked(days)}`;
