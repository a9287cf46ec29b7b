import { useInfiniteQuery } from '@tanstack/react-query';
import { Link, useNavigate, useRouteContext } from '@tanstack/react-router';
import { useState } from 'react';
import {
  beginService,
  type FormulaDocument,
  type Problem,
  queries,
  type ServiceItem,
  serviceQuery,
  servicesAfter,
  throwServiceOut,
} from '@/api';
import { wall } from '@/service/times';
import { Button, LazyMenu, LinkButton, Main, Trouble, useSending } from '@/ui';
import { fill, names } from '@/words';
import { day } from '@/words/day';
import { dayInWords } from '@/words/numbers';
import { likeTomorrow } from './state/like';

/** The kitchen's services, those furthest ahead first. */
export function DayScreen() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const navigate = useNavigate();
  const may = kitchen.role !== 'viewer';
  const asked = useInfiniteQuery({
    queryKey: ['services', kitchen.slug],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) => servicesAfter(kitchen.slug, pageParam),
    getNextPageParam: (page) => (page.more ? page.items.at(-1)?.id : undefined),
  });
  const items = asked.data?.pages.flatMap((page) => page.items) ?? [];
  const [out, setOut] = useState<ServiceItem | null>(null);
  const sending = useSending();

  const open = (service: number) =>
    navigate({
      to: '/$kitchen/day/$service',
      params: { kitchen: kitchen.slug, service: String(service) },
    });
  const begin = () => sending.send(async () => open((await beginService(kitchen.slug)).id));
  const copy = (item: ServiceItem) =>
    sending.send(async () => {
      const { document } = await queries.fetchQuery(serviceQuery(kitchen.slug, item.id));
      await open((await beginService(kitchen.slug, likeTomorrow(document as FormulaDocument))).id);
    });
  const move = (item: ServiceItem, thrownOut: boolean) =>
    sending.send(async () => {
      await throwServiceOut(kitchen.slug, item.id, thrownOut);
      setOut(thrownOut ? item : null);
    });

  return (
    <Main title={day.title} className="mx-auto w-full max-w-4xl p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">{day.title}</h1>
        <p className="text-quiet">{items.length > 0 && day.listSays}</p>
        <Link to="/$kitchen/runs" params={{ kitchen: kitchen.slug }} className="ml-auto underline">
          {day.names.runs}
        </Link>
        {may && (
          <Button onClick={begin} disabled={sending.busy}>
            {day.names.begin}
          </Button>
        )}
      </div>
      <div role="status" data-part="thrown-out">
        {out && (
          <p className="mt-3 flex items-center gap-3 rounded-control bg-kelp-soft px-3 py-1.5">
            {fill(day.thrownOut, { title: titleOf(out) })}
            <LinkButton onClick={() => move(out, false)}>{day.names.bringBack}</LinkButton>
          </p>
        )}
      </div>
      <Trouble words={sending.problem?.detail ?? (asked.error as Problem | null)?.detail} />
      {asked.isSuccess && items.length === 0 && <p className="mt-10 text-quiet">{day.none}</p>}
      <ul className="mt-4 space-y-2">
        {items.map((item) => (
          <li key={item.id} className="relative" data-service={item.id}>
            <Link
              to="/$kitchen/day/$service"
              params={{ kitchen: kitchen.slug, service: String(item.id) }}
              className="block rounded-plate border border-line bg-plate p-3 pr-12 transition-shadow hover:shadow-md"
            >
              <h2 className="text-lg">{titleOf(item)}</h2>
              <p>
                <strong>{dayInWords(item.serves_at)}</strong>
                {` ${wall(item.serves_at)}`}
                {item.courses.length > 0 &&
                  ` · ${item.courses.map(({ course, covers }) => fill(day.covers, { covers, course })).join(', ')}`}
              </p>
              <p className="text-sm text-quiet">
                {fill(day.begins, { at: wall(item.begins_at) })}
                {' · '}
                <span className={item.kept ? 'text-best' : 'text-warn'}>
                  {item.kept ? day.kept : day.notKept}
                </span>
              </p>
            </Link>
            {may && (
              <LazyMenu
                label={`${day.names.more_}: ${titleOf(item)}`}
                look="absolute top-2 right-2 size-9 rounded-control text-quiet hover:bg-sunk pointer-coarse:size-11"
                button="…"
                choices={[
                  { name: day.names.copy, onSelect: () => copy(item) },
                  { name: day.names.throwOut, onSelect: () => move(item, true) },
                ]}
              />
            )}
          </li>
        ))}
      </ul>
      {asked.hasNextPage && (
        <p className="mt-4 text-center">
          <Button look="plain" onClick={() => asked.fetchNextPage()}>
            {day.names.more}
          </Button>
        </p>
      )}
      {asked.isError && (
        <p className="mt-3">
          <LinkButton onClick={() => asked.refetch()}>{names.tryAgain}</LinkButton>
        </p>
      )}
    </Main>
  );
}

const titleOf = (item: ServiceItem) =>
  item.title || fill(day.untitledOn, { day: dayInWords(item.serves_at) });
