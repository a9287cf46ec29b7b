import { useQuery } from '@tanstack/react-query';
import { useRouteContext } from '@tanstack/react-router';
import { useState } from 'react';
import { type AheadLists, aheadQuery } from '@/api';
import { wall } from '@/service/times';
import { Button, Choice, Main, Plate, Trouble } from '@/ui';
import { fill, named } from '@/words';
import { day } from '@/words/day';
import { dayInWords } from '@/words/numbers';
import { Batches } from './parts/Batches';

const { lists } = day;

/** What is made ahead, and what the services of the next days want: to be done, taken out and bought. */
export function AheadScreen() {
  const { kitchen } = useRouteContext({ from: '/$kitchen' });
  const [days, setDays] = useState('2');
  const asked = useQuery(aheadQuery(kitchen.slug, Number(days)));
  return (
    <Main title={day.aheadTitle} className="mx-auto w-full max-w-6xl space-y-3 p-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">{day.aheadTitle}</h1>
        <Choice label={day.names.days} value={days} choices={lists.days} onPick={setDays} />
        <Button look="plain" className="ml-auto print:hidden" onClick={() => window.print()}>
          {day.names.print}
        </Button>
      </div>
      <Trouble words={asked.error ? asked.error.message : undefined} />
      <Batches kitchen={kitchen.slug} may={kitchen.role !== 'viewer'} />
      {asked.data && (
        <div className="grid gap-3 lg:grid-cols-3">
          <Prep items={asked.data.prep} />
          <Pull items={asked.data.pull} />
          <Order items={asked.data.order} />
        </div>
      )}
    </Main>
  );
}

const When = ({ at }: { at: string }) => (
  <strong className="mr-2 whitespace-nowrap">{`${dayInWords(at)} ${wall(at)}`}</strong>
);

/** What is to be done ahead, by shelf or station. */
function Prep({ items }: { items: AheadLists['prep'] }) {
  const shelves = [...new Set(items.map((one) => one.shelf))];
  return (
    <Plate title={lists.prep} part="prep">
      {items.length === 0 && <p className="text-quiet">{lists.none}</p>}
      {shelves.map((shelf) => (
        <section key={shelf} className="mt-2">
          <h3 className="text-base">{named(lists.shelves, shelf)}</h3>
          <ul>
            {items
              .filter((one) => one.shelf === shelf)
              .map((one) => (
                <li key={one.at + one.text} className="border-b border-line py-1">
                  <When at={one.at} />
                  {one.text}{' '}
                  <span className="text-sm text-quiet">{[...one.people, one.service].join(', ')}</span>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </Plate>
  );
}

/** What goes to thaw, and what is taken out of batches. */
function Pull({ items }: { items: AheadLists['pull'] }) {
  return (
    <Plate title={lists.pull} part="pull">
      {items.length === 0 && <p className="text-quiet">{lists.none}</p>}
      <ul>
        {items.map((one) => (
          <li key={one.at + one.text} className="border-b border-line py-1">
            <When at={one.at} />
            {one.text} <span className="text-sm text-quiet">{one.service}</span>
          </li>
        ))}
      </ul>
    </Plate>
  );
}

/** What is to be bought, in what it is bought by. */
function Order({ items }: { items: AheadLists['order'] }) {
  return (
    <Plate title={lists.order} part="order">
      {items.length === 0 && <p className="text-quiet">{lists.none}</p>}
      <ul>
        {items.map((one) => (
          <li key={one.kind + one.id} className="flex gap-2 border-b border-line py-1" data-order={one.id}>
            <strong className="w-24 shrink-0 text-right">{one.bought}</strong>
            <span>
              {one.name}{' '}
              <span className="text-sm text-quiet">
                {fill(lists.forServices, { services: one.services.join(', ') })}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </Plate>
  );
}
