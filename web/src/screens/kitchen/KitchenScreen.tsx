import { Link, useRouteContext, useSearch } from '@tanstack/react-router';
import { Main } from '@/ui';
import { people } from '@/words/people';
import { People } from './parts/People';
import { Settings } from './parts/Settings';
import { Trail } from './parts/Trail';

const PARTS = {
  people: people.names.people,
  settings: people.names.settings,
  trail: people.names.trail,
} as const;
type Part = keyof typeof PARTS;

/** A kitchen's people, what it has settled, and what was done in it. */
export function KitchenScreen() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const { part = 'people' } = useSearch({ from: '/$kitchen/kitchen' });
  const owns = kitchen.role === 'owner';
  return (
    <Main title={PARTS[part]} className="mx-auto w-full max-w-6xl p-4">
      <div className="flex flex-wrap items-end gap-x-6">
        <h1 className="text-2xl">{kitchen.name}</h1>
        <nav aria-label={people.names.parts} className="flex">
          {(Object.keys(PARTS) as Part[]).map((one) => (
            <Link
              key={one}
              to="/$kitchen/kitchen"
              params={{ kitchen: kitchen.slug }}
              search={one === 'people' ? {} : { part: one }}
              activeOptions={{ exact: true, includeSearch: true }}
              className="flex min-h-10 items-center border-b-3 border-transparent px-3 aria-[current=page]:border-kelp aria-[current=page]:font-semibold pointer-coarse:min-h-11"
            >
              {PARTS[one]}
            </Link>
          ))}
        </nav>
      </div>
      <div className="mt-3">
        {part === 'people' && <People kitchen={kitchen} owns={owns} />}
        {part === 'settings' && <Settings key={kitchen.slug} kitchen={kitchen} owns={owns} />}
        {part === 'trail' && (owns ? <Trail kitchen={kitchen} /> : <p>{people.kitchen.ownersOnly}</p>)}
      </div>
    </Main>
  );
}
