import { useQuery } from '@tanstack/react-query';
import { Link, Outlet, useMatches, useNavigate, useRouteContext, useRouter } from '@tanstack/react-router';
import { useEffect, useRef, useState } from 'react';
import { api, openedBy, Problem, queries, sessionQuery, taken } from '@/api';
import { Hatches } from '@/drawing';
import { forgetAll, sendAll } from '@/formula/draft/keepers';
import type { Screen } from '@/help/Help';
import { HelpButton } from '@/help/HelpButton';
import { forgetRuns, sendRuns } from '@/run/keepers';
import { forgetKept } from '@/run/kept';
import { Announcer, HeadPlace, LazyMenu, SkipLink } from '@/ui';
import { fill, names, says } from '@/words';
import { Connection } from './Connection';
import { useFeed } from './useFeed';
import { useFetchedAhead } from './useFetchedAhead';

/** A room of the kitchen, in the head. */
const ROOM =
  'inline-flex min-h-9 min-w-9 pointer-coarse:min-h-11 pointer-coarse:min-w-11 items-center justify-center rounded-control px-2 font-semibold text-quiet max-sm:px-1 hover:bg-sunk data-[status=active]:text-ink data-[status=active]:underline data-[status=active]:decoration-kelp data-[status=active]:decoration-2 data-[status=active]:underline-offset-4';

/** The plane every screen lies on: where one is, which kitchen, who. */
export function Shell() {
  const { person, kitchen, shared } = useRouteContext({ from: '/$kitchen' });
  const navigate = useNavigate();
  useOwnRights();

  const problem = useFeed(kitchen.slug, kitchen.changes);
  const initials = person.initials || person.name.slice(0, 2);
  const [place, setPlace] = useState<HTMLElement | null>(null);
  const matches = useMatches();
  const opened = matches.some((match) => match.routeId.startsWith('/$kitchen/formula'));
  const service = matches.some((match) => match.routeId === '/$kitchen/day/$service');
  const screen = screenOf(matches.at(-1)?.routeId ?? '');
  const fetched = useFetchedAhead();
  const [stuck, setStuck] = useState<string | null>(null);
  // Heard again: what was stuck is on its way.
  useEffect(() => {
    if (problem === null) setStuck(null);
  }, [problem]);

  // A tablet that nobody touched asks who is there: what was typed waits in it for its author.
  const left = shared && problem?.trouble === 'signed_out';
  /** Who goes by themselves is on the way already. */
  const going = useRef(false);
  useEffect(() => {
    if (left && !going.current)
      window.location.assign(`/sign-in?from=${encodeURIComponent(window.location.pathname)}`);
  }, [left]);

  /** Nobody leaves with something unsaid: what was typed is sent first, and what cannot be is told. */
  async function leave(ways: '/api/session' | '/api/session/at') {
    const kept = (await Promise.all([sendAll(), sendRuns()])).every(Boolean);
    if (!kept && stuck !== says.app.unsent) return setStuck(says.app.unsent);
    going.current = true;
    try {
      const session = await taken(api.DELETE(ways)).catch((error: unknown) => {
        // Whose session ended elsewhere is signed out already.
        if (error instanceof Problem && error.trouble === 'signed_out') return taken(api.GET('/api/session'));
        throw error;
      });
      queries.setQueryData(sessionQuery.queryKey, session);
      await navigate({ to: '/sign-in' });
      // Whoever sits down next finds nothing of this one's.
      forgetAll();
      forgetRuns();
      await forgetKept(person.id);
      openedBy(0);
      queries.removeQueries({ predicate: (asked) => asked.queryKey[0] !== sessionQuery.queryKey[0] });
    } catch (error) {
      going.current = false;
      if (!(error instanceof Problem)) throw error;
      setStuck(fill(says.app.stillIn, { why: error.detail }));
    }
  }

  return (
    <div className="flex min-h-dvh flex-col" data-fetched={fetched ? 'all' : undefined}>
      <SkipLink />
      <Hatches />
      <Announcer />
      <header
        className={`flex min-h-12 shrink-0 items-center gap-3 border-b border-line bg-plate px-3 ${opened ? '' : 'max-sm:gap-1 max-sm:px-2'}`}
      >
        <Link
          to="/$kitchen"
          params={{ kitchen: kitchen.slug }}
          aria-label={opened ? names.toTable : names.product}
          className="flex min-h-11 min-w-11 items-center justify-center gap-2 rounded-control font-title text-lg font-bold"
        >
          <Mark /> {!opened && <span className="whitespace-nowrap max-lg:hidden">{names.product}</span>}
        </Link>
        {!opened && (
          <nav
            aria-label={names.roomsOfKitchen}
            className={`flex gap-1 max-sm:gap-0 ${service ? 'max-md:hidden' : ''}`}
          >
            <Link
              to="/$kitchen"
              params={{ kitchen: kitchen.slug }}
              activeOptions={{ exact: true }}
              className={ROOM}
            >
              {names.tableRoom}
            </Link>
            <Link to="/$kitchen/day" params={{ kitchen: kitchen.slug }} className={ROOM}>
              {names.dayRoom}
            </Link>
            <Link to="/$kitchen/ahead" params={{ kitchen: kitchen.slug }} className={ROOM}>
              {names.aheadRoom}
            </Link>
          </nav>
        )}
        <div ref={setPlace} className="flex min-w-0 grow flex-wrap items-center gap-x-3 xl:flex-nowrap" />
        <Connection problem={problem} stuck={stuck} />
        <HelpButton screen={screen} />
        <LazyMenu
          label={fill(names.account, { initials, person: person.name })}
          look="grid size-9 shrink-0 place-items-center rounded-full bg-kelp text-sm font-bold text-on-kelp pointer-coarse:size-11"
          button={initials}
          head={fill(says.app.signedInAs, { person: person.name, kitchen: kitchen.name })}
          choices={[
            ...(shared
              ? [{ name: names.stepAway, onSelect: () => void leave('/api/session/at') }]
              : [
                  {
                    name: names.you,
                    onSelect: () => void navigate({ to: '/$kitchen/you', params: { kitchen: kitchen.slug } }),
                  },
                ]),
            {
              name: fill(names.aboutKitchen, { kitchen: kitchen.name }),
              onSelect: () => void navigate({ to: '/$kitchen/kitchen', params: { kitchen: kitchen.slug } }),
            },
            ...person.kitchens
              .filter((one) => one.slug !== kitchen.slug)
              .map((one) => ({
                name: fill(names.toKitchen, { kitchen: one.name }),
                onSelect: () => void navigate({ to: '/$kitchen', params: { kitchen: one.slug } }),
              })),
            {
              name: shared ? names.signTabletOut : names.signOut,
              onSelect: () => void leave('/api/session'),
            },
          ]}
        />
      </header>
      <HeadPlace value={place}>
        <Outlet />
      </HeadPlace>
    </div>
  );
}

/** What one may is another thing: an owner changed it, or the kitchen's settings. The screens learn of it. */
function useOwnRights() {
  const router = useRouter();
  const { person } = useRouteContext({ from: '/$kitchen' });
  const now = useQuery(sessionQuery).data?.person;
  useEffect(() => {
    if (now && now !== person) void router.invalidate({ filter: (match) => match.routeId === '/$kitchen' });
  }, [now, person, router]);
}

/** Which screen an address leads to, for its help. */
const screenOf = (route: string): Screen =>
  (
    [
      'bench',
      'window',
      'versions',
      'compare',
      'you',
      'kitchen',
      'day',
      'ahead',
      'runs',
      'temperatures',
    ] as const
  ).find((room) => route.includes(`/${room}`)) ?? 'table';

/** The sign: a jar standing on a table. */
function Mark() {
  return (
    <svg viewBox="0 0 24 24" className="size-6" aria-hidden="true">
      <path d="M2 21h20" stroke="currentColor" strokeWidth="2.4" />
      <path
        d="M8 3h8v3l1.5 2.5V20h-11V8.500L8 6z"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
      <path d="M6.500 14h11v6h-11z" className="fill-kelp" />
    </svg>
  );
}
