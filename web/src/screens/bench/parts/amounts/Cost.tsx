import { useState } from 'react';
import { useOpened } from '@/formula/opened';
import { LinkButton, useFetched } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { percent, plain } from '@/words/numbers';

const words = amounts.prices;
const fetchPrices = () => import('./PricesDialog');
/** How many of what costs most are told. */
const MOST = 3;
/** What is less of it than this is not worth a word [%]. */
const WORTH = 1;

/** The first few, and how many more. */
const inShort = (some: string[]): string =>
  some.length > MOST + 1
    ? fill(words.andMore, { what: some.slice(0, MOST).join(', '), number: some.length - MOST })
    : some.join(', ');

/** What it costs, what drives that, and what has no price; and the way to the prices. */
export function Cost() {
  const { evaluation, readOnly } = useOpened();
  const [open, setOpen] = useState(false);
  const { Part: Prices, want } = useFetched(fetchPrices);
  const cost = evaluation?.cost;
  const money = (value: number | null) => `${cost?.currency ?? ''} ${plain(value, 2)}`.trim();
  return (
    <section aria-label={words.title} className="mt-1 border-t border-line pt-1 text-sm" data-part="cost">
      {cost && (
        <p data-complete={cost.complete}>
          {cost.drivers.length > 0 && (
            <>
              <strong>
                {fill(cost.complete ? words.sum : words.atLeast, {
                  cost: money(cost.per_serving),
                  batch: money(cost.batch),
                })}
              </strong>
              .{' '}
              {fill(words.most, {
                what: cost.drivers
                  .filter((one, place) => place === 0 || one.share_pct >= WORTH)
                  .slice(0, MOST)
                  .map((one) => fill(words.part, { thing: one.name, share: percent(one.share_pct, 0) }))
                  .join(', '),
              })}{' '}
            </>
          )}
          {cost.missing.length > 0 && (
            <span className="text-warn">
              {fill(words.missing, { what: inShort(cost.missing.map((one) => one.name)) })}
            </span>
          )}
        </p>
      )}
      {!cost && <span className="text-quiet">{words.none} </span>}
      {!readOnly && (
        <LinkButton
          onClick={() => {
            want();
            setOpen(true);
          }}
        >
          {words.open}
        </LinkButton>
      )}
      {Prices && open && <Prices onClose={() => setOpen(false)} />}
    </section>
  );
}
