import {
  createRootRoute,
  createRoute,
  createRouter,
  lazyRouteComponent,
  notFound,
  redirect,
} from '@tanstack/react-router';
import { formulaQuery, openedBy, pantryQuery, queries, serviceQuery, sessionQuery } from '@/api';
import { formulaAt } from '@/formula/address';
import { forgetAll, lookedAtAs } from '@/formula/draft/keepers';
import { forgetRuns } from '@/run/keepers';
import { runHere, sessionHere } from '@/run/withoutNetwork';
import { clockShows } from '@/service/kitchenClock';
import { Failure, Nowhere } from './Failure';
import { Waiting } from './Waiting';

const root = createRootRoute({ notFoundComponent: Nowhere, errorComponent: Failure });

const signIn = createRoute({
  getParentRoute: () => root,
  path: '/sign-in',
  validateSearch: (search: Record<string, unknown>): { from?: string } =>
    typeof search.from === 'string' ? { from: search.from } : {},
  beforeLoad: async () => {
    if ((await queries.ensureQueryData(sessionQuery)).first) throw redirect({ to: '/first' });
  },
}).lazy(() => import('@/screens/sign-in').then((d) => d.route));

/** What opens a link that somebody was given, what makes the first owner, and what there is without a kitchen. */
const link = createRoute({ getParentRoute: () => root, path: '/link' }).lazy(() =>
  import('@/screens/doors/link').then((d) => d.route),
);
const first = createRoute({ getParentRoute: () => root, path: '/first' }).lazy(() =>
  import('@/screens/doors/first').then((d) => d.route),
);
const none = createRoute({ getParentRoute: () => root, path: '/none' }).lazy(() =>
  import('@/screens/doors/none').then((d) => d.route),
);

const home = createRoute({
  getParentRoute: () => root,
  path: '/',
  beforeLoad: async () => {
    const session = await queries.ensureQueryData(sessionQuery);
    if (session.first) throw redirect({ to: '/first' });
    if (!session.person) throw redirect({ to: '/sign-in' });
    const kitchen = session.person.kitchens[0];
    if (!kitchen) throw redirect({ to: '/none' });
    throw redirect({ to: '/$kitchen', params: { kitchen: kitchen.slug } });
  },
});

const inKitchen = createRoute({
  getParentRoute: () => root,
  path: '/$kitchen',
  component: lazyRouteComponent(() => import('./Shell'), 'Shell'),
  beforeLoad: async ({ params, location }) => {
    const { person, tablet } = await sessionHere();
    if (!person) throw redirect({ to: '/sign-in', search: { from: location.href } });
    const kitchen = person.kitchens.find((one) => one.slug === params.kitchen);
    if (!kitchen) throw redirect({ to: '/' });
    // Somebody else has signed in on this page: nothing of the one before is sent any more.
    if (openedBy(person.id)) {
      forgetAll();
      forgetRuns();
    }
    const heard = queries.getQueryState(sessionQuery.queryKey)?.dataUpdatedAt;
    clockShows(kitchen.now_ms, heard ?? Date.now(), kitchen.pace);
    return { person, kitchen, shared: tablet !== null };
  },
});

const table = createRoute({ getParentRoute: () => inKitchen, path: '/' }).lazy(() =>
  import('@/screens/table').then((d) => d.route),
);

const you = createRoute({ getParentRoute: () => inKitchen, path: '/you' }).lazy(() =>
  import('@/screens/you').then((d) => d.route),
);

/** Which versions stand side by side: formulas and their versions, as 12.3~12. */
const compare = createRoute({
  getParentRoute: () => inKitchen,
  path: '/compare',
  validateSearch: (search: Record<string, unknown>): { of?: string } =>
    typeof search.of === 'string' || typeof search.of === 'number' ? { of: String(search.of) } : {},
}).lazy(() => import('@/screens/compare').then((d) => d.route));

/** The kitchen's services, and one of them. */
const day = createRoute({ getParentRoute: () => inKitchen, path: '/day' }).lazy(() =>
  import('@/screens/day').then((d) => d.route),
);
const service = createRoute({
  getParentRoute: () => inKitchen,
  path: '/day/$service',
  remountDeps: ({ params }) => [params.kitchen, params.service],
  beforeLoad: ({ params }) => {
    if (!/^[1-9]\d{0,14}$/.test(params.service)) throw notFound();
  },
  loader: async ({ params }) => {
    await Promise.all([
      queries.ensureQueryData(serviceQuery(params.kitchen, Number(params.service))),
      queries.ensureQueryData(pantryQuery(params.kitchen)),
    ]);
  },
}).lazy(() => import('@/screens/day/service').then((d) => d.route));

/** The kitchen's runs, and one of them. */
const runs = createRoute({ getParentRoute: () => inKitchen, path: '/runs' }).lazy(() =>
  import('@/screens/run').then((d) => d.route),
);
const run = createRoute({
  getParentRoute: () => inKitchen,
  path: '/runs/$run',
  remountDeps: ({ params }) => [params.kitchen, params.run],
  beforeLoad: ({ params }) => {
    if (!/^[1-9]\d{0,14}$/.test(params.run)) throw notFound();
  },
  // What happened meanwhile is asked for each time that it is opened.
  loader: ({ params }) => runHere(params.kitchen, Number(params.run)),
}).lazy(() => import('@/screens/run/run').then((d) => d.route));

/** The temperature record, of one day. */
const temperatures = createRoute({
  getParentRoute: () => inKitchen,
  path: '/temperatures',
  validateSearch: (search: Record<string, unknown>): { day?: string } =>
    typeof search.day === 'string' && /^\d{4}-\d\d-\d\d$/.test(search.day) ? { day: search.day } : {},
}).lazy(() => import('@/screens/temperatures').then((d) => d.route));

const ahead = createRoute({ getParentRoute: () => inKitchen, path: '/ahead' }).lazy(() =>
  import('@/screens/day/ahead').then((d) => d.route),
);

/** Which part of a kitchen is looked at. */
const ofKitchen = createRoute({
  getParentRoute: () => inKitchen,
  path: '/kitchen',
  validateSearch: (search: Record<string, unknown>): { part?: 'settings' | 'trail' } =>
    search.part === 'settings' || search.part === 'trail' ? { part: search.part } : {},
}).lazy(() => import('@/screens/kitchen').then((d) => d.route));

/** One formula, several rooms: what is opened here is shared by all of them, and by no other formula. */
const formula = createRoute({
  getParentRoute: () => inKitchen,
  path: '/formula/$formula',
  component: lazyRouteComponent(() => import('./FormulaRooms'), 'FormulaRooms'),
  remountDeps: ({ params }) => [params.kitchen, lookedAtAs(params.kitchen, formulaAt(params.formula))],
  beforeLoad: ({ params }) => {
    if (Number.isNaN(formulaAt(params.formula))) throw notFound();
  },
  // Fetched before it is drawn: what waits while it is drawn is held back by a third of a second.
  loader: async ({ params }) => {
    await Promise.all([
      queries.fetchQuery(formulaQuery(params.kitchen, formulaAt(params.formula))),
      queries.ensureQueryData(pantryQuery(params.kitchen)),
    ]);
  },
});

const formulaHome = createRoute({
  getParentRoute: () => formula,
  path: '/',
  beforeLoad: ({ params }) => {
    throw redirect({ to: '/$kitchen/formula/$formula/bench', params, replace: true });
  },
});

const bench = createRoute({ getParentRoute: () => formula, path: '/bench' }).lazy(() =>
  import('@/screens/bench').then((d) => d.route),
);

/** A jar by its place, as an address may name it. */
const whichJar = (search: Record<string, unknown>): { jar?: number } =>
  Number.isInteger(search.jar) && Number(search.jar) >= 0 ? { jar: Number(search.jar) } : {};

const window = createRoute({
  getParentRoute: () => formula,
  path: '/window',
  validateSearch: whichJar,
}).lazy(() => import('@/screens/window').then((d) => d.route));

/** Which version is looked at, and whether it is opened as it was kept. */
const versions = createRoute({
  getParentRoute: () => formula,
  path: '/versions',
  validateSearch: (search: Record<string, unknown>): { number?: number; open?: boolean } => ({
    ...(Number.isInteger(search.number) && Number(search.number) > 0
      ? { number: Number(search.number) }
      : {}),
    ...(search.open === true ? { open: true } : {}),
  }),
}).lazy(() => import('@/screens/versions').then((d) => d.route));

// Addresses of before, which may be kept as bookmarks.
const oldBench = createRoute({
  getParentRoute: () => inKitchen,
  path: '/bench/$formula',
  beforeLoad: ({ params }) => {
    throw redirect({ to: '/$kitchen/formula/$formula/bench', params, replace: true });
  },
});

const oldWindow = createRoute({
  getParentRoute: () => inKitchen,
  path: '/window/$formula',
  validateSearch: whichJar,
  beforeLoad: ({ params, search }) => {
    throw redirect({ to: '/$kitchen/formula/$formula/window', params, search, replace: true });
  },
});

export const router = createRouter({
  routeTree: root.addChildren([
    home,
    signIn,
    link,
    first,
    none,
    inKitchen.addChildren([
      table,
      you,
      ofKitchen,
      compare,
      day,
      service,
      ahead,
      runs,
      run,
      temperatures,
      formula.addChildren([formulaHome, bench, window, versions]),
      oldBench,
      oldWindow,
    ]),
  ]),
  defaultPreload: 'intent',
  defaultPendingComponent: Waiting,
  defaultErrorComponent: Failure,
  defaultNotFoundComponent: Nowhere,
});

declare module '@tanstack/react-router' {
  interface Register {
    router: typeof router;
  }
}
