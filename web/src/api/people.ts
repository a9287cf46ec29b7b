import { queryOptions } from '@tanstack/react-query';
import { api, taken } from './client';
import { queries, sessionQuery } from './queries';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Session = Schemas['SessionOut'];
export type Role = Schemas['Role'];
export type Account = Schemas['AccountOut'];
export type Member = Schemas['MemberOut'];
export type KitchenSettings = Schemas['KitchenSettings'];
export type OwnKitchen = Schemas['KitchenOut'];
export type GivenLink = Schemas['LinkOut'];
export type LinkLook = Schemas['LookOut'];
export type OfferedFactor = Schemas['OfferedOut'];
export type MadeToken = Schemas['TokenMade'];
export type SettingsToKeep =
  paths['/api/kitchens/{kitchen}/settings']['put']['requestBody']['content']['application/json'];

/** Who is signed in, as the server has just said. */
export function enteredAs(session: Session): void {
  queries.setQueryData(sessionQuery.queryKey, session);
}

const own = ['account'];

export const accountQuery = queryOptions({
  queryKey: own,
  queryFn: () => taken(api.GET('/api/account')),
});

export const ownSessionsQuery = queryOptions({
  queryKey: [...own, 'sessions'],
  queryFn: () => taken(api.GET('/api/account/sessions')),
});

export const ownTokensQuery = queryOptions({
  queryKey: [...own, 'tokens'],
  queryFn: () => taken(api.GET('/api/account/tokens')),
});

/** What is one's own is asked anew. */
export const ownChanged = () => queries.invalidateQueries({ queryKey: own });

const of = (kitchen: string) => ({ params: { path: { kitchen } } });

export const peopleQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['people', kitchen],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/people', of(kitchen))),
  });

export const invitationsQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['people', kitchen, 'invitations'],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/invitations', of(kitchen))),
  });

export const tabletsQuery = (kitchen: string) =>
  queryOptions({
    queryKey: ['people', kitchen, 'tablets'],
    queryFn: () => taken(api.GET('/api/kitchens/{kitchen}/tablets', of(kitchen))),
  });

/** A page of the trail, from a line on. */
export const trailPage = (kitchen: string, before: number | null) =>
  taken(
    api.GET('/api/kitchens/{kitchen}/trail', {
      params: { path: { kitchen }, query: before === null ? {} : { before } },
    }),
  );

/** The kitchen's people, invitations and tablets are asked anew. */
export const peopleChanged = (kitchen: string) =>
  queries.invalidateQueries({ queryKey: ['people', kitchen] });
