import { createRootRoute, createRoute, createRouter, redirect } from '@tanstack/react-router';
import { queries, sessionQuery } from '@/api';
import { Failure, Nowhere } from './Failure';
import { Shell } from './Shell';
import { Waiting } from './Waiting';

const root = createRootRoute({ notFoundComponent: Nowhere, errorComponent: Failure });

const signIn = createRoute({
  getParentRoute: () => root,
  path: '/sign-in',
  validateSearch: (search: Record<string, unknown>): { from?: string } =>
    typeof search.from === 'string' ? { from: search.from } : {},
}).lazy(() => import('@/screens/sign-in').then((d) => d.route));

const home = createRoute({
  getParentRoute: () => root,
  path: '/',
  beforeLoad: async () => {
    const { person } = await queries.ensureQueryData(sessionQuery);
    const kitchen = person?.kitchens[0];
    if (!kitchen) throw redirect({ to: '/sign-in' });
    throw redirect({ to: '/$kitchen', params: { kitchen: kitchen.slug } });
  },
});

const inKitchen = createRoute({
  getParentRoute: () => root,
  path: '/$kitchen',
  component: Shell,
  beforeLoad: async ({ params, location }) => {
    const { person } = await queries.ensureQueryData(sessionQuery);
    if (!person) throw redirect({ to: '/sign-in', search: { from: location.href } });
    const kitchen = person.kitchens.find((one) => one.slug === params.kitchen);
    if (!kitchen) throw redirect({ to: '/' });
    return { person, kitchen };
  },
});

const table = createRoute({ getParentRoute: () => inKitchen, path: '/' }).lazy(() =>
  import('@/screens/table').then((d) => d.route),
);

const bench = createRoute({ getParentRoute: () => inKitchen, path: '/bench/$formula' }).lazy(() =>
  import('@/screens/bench').then((d) => d.route),
);

const window = createRoute({
  getParentRoute: () => inKitchen,
  path: '/window/$formula',
  validateSearch: (search: Record<string, unknown>) => ({ jar: Math.max(0, Number(search.jar) || 0) }),
}).lazy(() => import('@/screens/window').then((d) => d.route));

export const router = createRouter({
  routeTree: root.addChildren([home, signIn, inKitchen.addChildren([table, bench, window])]),
  defaultPreload: 'intent',
  defaultPendingComponent: Waiting,
});

declare module '@tanstack/react-router' {
  interface Register {
    router: typeof router;
  }
}
