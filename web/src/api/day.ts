import { queryOptions } from '@tanstack/react-query';
import { api, taken } from './client';
import { queries } from './queries';
import type { components, operations } from './schema';
import type { FormulaDocument, Json } from './types';

type Schemas = components['schemas'];
type Service = Schemas['Service'];
export type ServiceOpened = Schemas['ServiceOut'];
export type ServiceItem = Schemas['ServiceItem'];
export type TodayItem = Schemas['TodayItem'];
export type Plan = Schemas['Plan'];
export type PlannedStep = Schemas['PlannedStep'];
export type JarOnFish = Schemas['JarOnFish'];
export type BatchItem = Schemas['BatchOut'];
export type AheadLists = Schemas['AheadLists'];
export type Paper = NonNullable<NonNullable<operations['run_sheet']['parameters']['query']>['paper']>;

/** A service goes over the wire as it was typed: the server keeps it, whatever stands in it. */
const asTyped = (document: FormulaDocument) => document as unknown as Service;

const EACH_MS = 5 * 60_000;

/** The services that are at work, or soon will be. The clock alone brings others up, so it is asked now and then. */
export const todayQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['services', kitchen, 'today'],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/services/today', { params: { path: { kitchen } } })),
    refetchInterval: EACH_MS,
  });

/** A page of services, behind one that was shown before it. */
export const servicesAfter = (kitchen: string, before: number | undefined) =>
  taken(
    api.GET('/api/kitchens/{kitchen}/services', {
      params: { path: { kitchen }, query: before === undefined ? {} : { before } },
    }),
  );

export const serviceQuery = (kitchen: string, service: number) =>
  queryOptions({
    queryKey: ['service', kitchen, service],
    queryFn: () =>
      taken(
        api.GET('/api/kitchens/{kitchen}/services/{service}', { params: { path: { kitchen, service } } }),
      ),
  });

/** A new service; without a document it has what the kitchen's last one had. */
export async function beginService(kitchen: string, document?: FormulaDocument): Promise<ServiceOpened> {
  const body = document ? { document: asTyped(document) } : {};
  const made = await taken(
    api.POST('/api/kitchens/{kitchen}/services', { params: { path: { kitchen } }, body }),
  );
  queries.setQueryData(serviceQuery(kitchen, made.id).queryKey, made);
  await queries.invalidateQueries({ queryKey: ['services', kitchen] });
  return made;
}

/** Save a service that was based on a revision; its plan at once comes with the answer, and is what is shown. */
export async function saveService(
  kitchen: string,
  service: number,
  revision: number,
  document: FormulaDocument,
): Promise<ServiceOpened> {
  const saved = await taken(
    api.PUT('/api/kitchens/{kitchen}/services/{service}', {
      params: { path: { kitchen, service } },
      body: { revision, document: asTyped(document) },
    }),
  );
  // One that was asked for before knows less.
  await queries.cancelQueries(serviceQuery(kitchen, service));
  queries.setQueryData(serviceQuery(kitchen, service).queryKey, saved);
  return saved;
}

/** Throw a service out, or bring it back. */
export async function throwServiceOut(kitchen: string, service: number, thrownOut: boolean): Promise<void> {
  await taken(
    api.PUT('/api/kitchens/{kitchen}/services/{service}/thrown-out', {
      params: { path: { kitchen, service } },
      body: { thrown_out: thrownOut },
    }),
  );
  await queries.invalidateQueries({ queryKey: ['services', kitchen] });
}

/** What it would cost to have a step begin at another time; nothing is changed by asking. */
export const movedQuery = (kitchen: string, service: number, revision: number, step: string, at: string) =>
  queryOptions({
    queryKey: ['moved', kitchen, service, revision, step, at],
    queryFn: () =>
      taken(
        api.POST('/api/kitchens/{kitchen}/services/{service}/ask/moved', {
          params: { path: { kitchen, service } },
          body: { step, at },
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** Where the plan is to be had on paper, and for a calendar. */
export const runSheetAt = (kitchen: string, service: number, paper: Paper) =>
  `/api/kitchens/${kitchen}/services/${service}/run-sheet?paper=${paper}`;
export const calendarAt = (kitchen: string, service: number) =>
  `/api/kitchens/${kitchen}/services/${service}/calendar`;

/** The kitchen's batches, what is used first first. */
export const batchesQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['services', kitchen, 'batches'],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/batches', { params: { path: { kitchen } } })),
  });

/** What the services of the next days want ahead. */
export const aheadQuery = (kitchen: string, days: number) =>
  queryOptions({
    queryKey: ['services', kitchen, 'ahead', days],
    queryFn: () =>
      taken(api.GET('/api/kitchens/{kitchen}/ahead', { params: { path: { kitchen }, query: { days } } })),
  });

/** Keep a jar that was made just now. */
export async function keepBatch(
  kitchen: string,
  made: { formula: number; version?: number; jar: string; mass_g: Json },
) {
  const body = made as Schemas['BatchIn'];
  await taken(api.POST('/api/kitchens/{kitchen}/batches', { params: { path: { kitchen } }, body }));
  await queries.invalidateQueries({ queryKey: ['services', kitchen] });
}

export async function throwBatchOut(kitchen: string, batch: number, thrownOut: boolean): Promise<void> {
  await taken(
    api.PUT('/api/kitchens/{kitchen}/batches/{batch}/thrown-out', {
      params: { path: { kitchen, batch } },
      body: { thrown_out: thrownOut },
    }),
  );
  await queries.invalidateQueries({ queryKey: ['services', kitchen] });
}
