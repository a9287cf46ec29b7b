import { queryOptions } from '@tanstack/react-query';
import { api, taken } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
/** What one instrument says. */
export type InstrumentReading = Schemas['InstrumentReading'];
export type Readings = Schemas['ReadingsOut'];
export type Instruments = Schemas['PanelOut'];
/** What a hand does with a simulated instrument. */
export type Deed = Omit<Schemas['PressIn'], 'run'>;

const QUERY = (run?: number) => ({ query: run === undefined ? {} : { run } });

/** The kitchen's instruments, and what of a run they can be put into, as far as that has come. */
export const instrumentsQuery = (kitchen: string, run: number, last: number) =>
  queryOptions({
    queryKey: ['instruments', kitchen, run, last],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/instruments', { params: { path: { kitchen }, ...QUERY(run) } })),
  });

/** What the instruments say now: those of a run, or such as are always there. */
export const readInstruments = (kitchen: string, run?: number): Promise<Readings> =>
  taken(
    api.GET('/api/kitchens/{kitchen}/instruments/readings', {
      params: { path: { kitchen }, ...QUERY(run) },
    }),
  );

/** Play a rehearsal so many times as fast as any other clock. */
export const playAt = (kitchen: string, pace: number): Promise<unknown> =>
  taken(api.PUT('/api/kitchens/{kitchen}/clock', { params: { path: { kitchen } }, body: { pace } }));

/** Do something with a simulated instrument; what they all say since. */
export const pressInstrument = (
  kitchen: string,
  run: number,
  instrument: string,
  deed: Deed,
): Promise<Readings> =>
  taken(
    api.POST('/api/kitchens/{kitchen}/instruments/{instrument}/press', {
      params: { path: { kitchen, instrument } },
      body: { ...deed, run },
    }),
  );
