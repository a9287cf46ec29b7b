import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api, put, taken } from './client';
import type { components } from './schema';

type Schemas = components['schemas'];
/** An event as it is said: what is not said of it is not there. */
export type RunEvent = Partial<Schemas['RunEvent']>;
export type RunItem = Schemas['RunItem'];
export type RunOpened = Schemas['RunOut'];
export type Live = Schemas['LiveOut'];
export type Sent = Schemas['SentOut'];
export type Gate = Schemas['Gate'];
export type RunRecord = Schemas['Record'];
export type ReadingChange = Schemas['Change'];
export type Mends = Schemas['MendsOut'];

/** The kitchen's runs, the newest first. */
export const runsQuery = (kitchen: string) =>
  infiniteQueryOptions({
    queryKey: ['runs', kitchen],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      taken(
        api.GET('/api/kitchens/{kitchen}/runs', {
          params: { path: { kitchen }, query: pageParam === undefined ? {} : { before: pageParam } },
        }),
      ),
    getNextPageParam: (page) => (page.more ? page.items.at(-1)?.id : undefined),
  });

/** The runs that go on, among the newest. */
export const runsAtQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['runs', kitchen, 'going'],
    queryFn: async () => {
      const { items } = await taken(
        api.GET('/api/kitchens/{kitchen}/runs', { params: { path: { kitchen }, query: {} } }),
      );
      return items.filter((one) => !one.ended_at);
    },
  });

/** One run as it was opened; from then on its keeper follows it. */
export const runQuery = (kitchen: string, run: number) =>
  queryOptions({
    queryKey: ['run', kitchen, run],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/runs/{run}', { params: { path: { kitchen, run } } })),
  });

/** A run on record: planned against actual. */
export const recordQuery = (kitchen: string, run: number) =>
  queryOptions({
    queryKey: ['runs', kitchen, 'record', run],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/runs/{run}/record', { params: { path: { kitchen, run } } })),
  });

/** Begin to cook a service, or go on with it. */
export const beginRun = (kitchen: string, service: number): Promise<RunItem> =>
  taken(
    api.POST('/api/kitchens/{kitchen}/services/{service}/run', { params: { path: { kitchen, service } } }),
  );

interface Known {
  after: number;
  plan_number: number;
}

/** What happened since, and the plan where it is another than the known one. */
export const liveRun = (kitchen: string, run: number, known: Known): Promise<Live> =>
  taken(
    api.GET('/api/kitchens/{kitchen}/runs/{run}/live', { params: { path: { kitchen, run }, query: known } }),
  );

/** Say what happened; what is kept is answered, and how it stands since. */
export const sendEvents = (
  kitchen: string,
  run: number,
  events: readonly RunEvent[],
  known: Known,
): Promise<Sent> =>
  taken(
    api.POST('/api/kitchens/{kitchen}/runs/{run}/events', {
      params: { path: { kitchen, run }, query: known },
      body: { events: events as Schemas['RunEvent'][] },
    }),
  );

/** What it would cost to put a step off until some times; nothing is changed by asking. */
export const putOffQuery = (kitchen: string, run: number, plan: number, step: string, until: string[]) =>
  queryOptions({
    queryKey: ['runs', kitchen, 'put-off', run, plan, step, ...until],
    queryFn: () =>
      taken(
        api.POST('/api/kitchens/{kitchen}/runs/{run}/ask/not-yet', {
          params: { path: { kitchen, run } },
          body: { step, until },
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** What mends the jar of a step, by what has happened up to an event; nothing is changed by asking. */
export const mendsQuery = (
  kitchen: string,
  run: number,
  asked: Partial<Schemas['MendsIn']> & { step: string },
  last: number,
  plan: number,
) =>
  queryOptions({
    queryKey: ['runs', kitchen, 'mends', run, asked, last, plan],
    queryFn: () =>
      taken(
        api.POST('/api/kitchens/{kitchen}/runs/{run}/ask/mends', {
          params: { path: { kitchen, run } },
          body: asked,
        }),
      ),
  });

/** Each course as it really is, by what has happened up to an event, and what the plan has made of that. */
export const asItIsQuery = (kitchen: string, run: number, last: number, plan: number) =>
  queryOptions({
    queryKey: ['runs', kitchen, 'as-it-is', run, last, plan],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/runs/{run}/as-it-is', { params: { path: { kitchen, run } } })),
  });

/** Where a photo of a run is, and where all of them are to be had beside its document. */
export const photoAt = (kitchen: string, run: number, photo: string): string =>
  `/api/kitchens/${kitchen}/runs/${run}/photos/${photo}`;
export const photosAt = (kitchen: string, run: number): string =>
  `/api/kitchens/${kitchen}/runs/${run}/photos`;

/** Have a photo kept under a name of its own. */
export const sendPhoto = (kitchen: string, run: number, photo: string, file: Blob): Promise<void> =>
  put(photoAt(kitchen, run, photo), file);

/** Where a run is to be had as an open document. */
export const runDocumentAt = (kitchen: string, run: number): string =>
  `/api/kitchens/${kitchen}/runs/${run}/document`;
