import { Link, Outlet, useNavigate, useRouteContext } from '@tanstack/react-router';
import { useEffect, useState } from 'react';
import { api, Problem, queries, sessionQuery, taken } from '@/api';
import { Hatches } from '@/drawing';
import { forgetAll, sendAll } from '@/formula/draft/keepers';
import { fill, names, says } from '@/words';
import { Connection } from './Connection';
import { useFeed } from './useFeed';

/** The plane every screen lies on: where one is, which kitchen, who. */
export function Shell() {
  const { person, kitchen } = useRouteContext({ from: '/$kitchen' });
  const navigate = useNavigate();

  const problem = useFeed(kitchen.slug, kitchen.changes);
  const [stuck, setStuck] = useState<string | null>(null);
  // Heard again: what was stuck is on its way.
  useEffect(() => {
    if (problem === null) setStuck(null);
  }, [problem]);

  /** Nobody leaves with something unsaid: what was typed is sent first, and what cannot be is told. */
  async function signOut() {
    const kept = await sendAll();
    if (!kept && stuck !== says.app.unsent) return setStuck(says.app.unsent);
    try {
      const session = await taken(api.DELETE('/api/session')).catch((error: unknown) => {
        // Whose session ended elsewhere is signed out already.
        if (error instanceof Problem && error.trouble === 'signed_out') return taken(api.GET('/api/session'));
        throw error;
      });
      queries.setQueryData(sessionQuery.queryKey, session);
      await navigate({ to: '/sign-in' });
      // Whoever sits down next finds nothing of this one's.
      forgetAll();
      queries.removeQueries({ predicate: (asked) => asked.queryKey[0] !== sessionQuery.queryKey[0] });
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setStuck(fill(says.app.stillIn, { why: error.detail }));
    }
  }

  return (
    <div className="flex min-h-dvh flex-col">
      <Hatches />
      <header className="flex h-12 shrink-0 items-center gap-5 border-b border-line bg-plate px-4">
        <Link
          to="/$kitchen"
          params={{ kitchen: kitchen.slug }}
          className="flex items-center gap-2 rounded-control font-title text-lg font-bold"
        >
          <Mark /> {names.product}
        </Link>
        <Connection problem={problem} stuck={stuck} />
        <span className="ml-auto text-quiet">{kitchen.name}</span>
        <span
          className="grid size-8 place-items-center rounded-full bg-kelp text-sm font-bold text-on-kelp"
          title={person.name}
        >
          {person.initials || person.name.slice(0, 2)}
        </span>
        <button
          type="button"
          onClick={signOut}
          className="rounded-control px-2 py-1 text-quiet underline-offset-2 hover:underline"
        >
          {names.signOut}
        </button>
      </header>
      <Outlet />
    </div>
  );
}

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
