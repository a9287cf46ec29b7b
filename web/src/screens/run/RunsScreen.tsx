import { useInfiniteQuery } from '@tanstack/react-query';
import { Link, useRouteContext } from '@tanstack/react-router';
import { type Problem, type RunItem, runsQuery } from '@/api';
import { wall } from '@/service/times';
import { Button, Main, Trouble } from '@/ui';
import { fill } from '@/words';
import { dayInWords } from '@/words/numbers';
import { run as words } from '@/words/run';

/** The kitchen's runs: those that go on, and those on record. */
export function RunsScreen() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const asked = useInfiniteQuery(runsQuery(kitchen.slug));
  const items = asked.data?.pages.flatMap((page) => page.items) ?? [];
  const sorted = [...items.filter((one) => !one.ended_at), ...items.filter((one) => one.ended_at)];
  return (
    <Main title={words.title} className="mx-auto w-full max-w-4xl p-4">
      <div className="flex flex-wrap items-baseline gap-3">
        <h1 className="text-2xl">{words.title}</h1>
        <Link to="/$kitchen/temperatures" params={{ kitchen: kitchen.slug }} className="ml-auto underline">
          {words.names.temperatures}
        </Link>
      </div>
      <p className="text-quiet">{items.length > 0 ? words.listSays : asked.isSuccess && words.none}</p>
      <Trouble words={(asked.error as Problem | null)?.detail} />
      <ul className="mt-4 space-y-2">
        {sorted.map((item) => (
          <li key={item.id} data-run={item.id}>
            <Link
              to="/$kitchen/runs/$run"
              params={{ kitchen: kitchen.slug, run: String(item.id) }}
              className={`block rounded-plate border bg-plate p-3 hover:shadow-md ${item.ended_at ? 'border-line' : 'border-2 border-kelp'}`}
            >
              <h2 className="text-lg">{item.title || words.untitled}</h2>
              <p>
                <strong>{when(item)}</strong>
                {item.served.length > 0 &&
                  ` · ${item.served.map(({ covers, course }) => fill(words.served, { covers, course })).join(', ')}`}
              </p>
            </Link>
          </li>
        ))}
      </ul>
      {asked.hasNextPage && (
        <p className="mt-4 text-center">
          <Button look="plain" onClick={() => asked.fetchNextPage()}>
            {words.names.more}
          </Button>
        </p>
      )}
    </Main>
  );
}

function when({ began_at, ended_at }: RunItem): string {
  const from = wall(began_at);
  if (!ended_at) return fill(words.goesOn, { at: from });
  return fill(words.lasted, { day: dayInWords(began_at), from, to: wall(ended_at) });
}
