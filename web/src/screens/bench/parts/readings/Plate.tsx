import type { ReactNode } from 'react';
import type { Ledger } from '@/api';
import { useOpened } from '@/formula/opened';
import { fill, names, says } from '@/words';
import { grams, inUnit, percent, plain } from '@/words/numbers';
import { Said } from '@/words/Said';
import { Deeds } from '../Advice';
import { Explained } from './Explained';
import { LedgerPicture } from './LedgerPicture';
import { TargetFields } from './TargetFields';

const PLATE = 'salt_pct_of_edible';

/** Salt to the plate: the picture, what one serving holds, what a day allows, what is left for the finish. */
export function Plate({ ledger }: { ledger: Ledger }) {
  const { value } = useOpened();
  const state = ledger.targets[PLATE];
  const servings = Number(value(['servings']) ?? 0);
  const left = ledger.left_for_finish_g;
  const share = (age: string) =>
    ledger.guidance.find((one) => one.age === age)?.share_pct as number | undefined;
  const [low = null, high = null] = ledger.salt_g_per_serving_range ?? [];
  const [least = null, most = null] = ledger.sodium_mg_per_serving_range ?? [];
  /** While something is not stated, what is known is the least. */
  const atLeast = (value: ReactNode): ReactNode =>
    ledger.complete ? value : <Said words={says.plate.atLeast} slots={{ value }} />;
  const range = (low: number | null, high: number | null, digits: number) =>
    low !== null &&
    high !== null &&
    fill(says.readings.range, { low: plain(low, digits), high: plain(high, digits) });
  return (
    <section aria-label={names.saltToPlate} className="mt-2">
      <h3>
        <Explained
          name="salt_g_per_serving"
          label={fill(names.howReached, { what: names.saltToPlate })}
          words={names.saltToPlate}
        >
          <TargetFields way={['targets', PLATE]} unit={says.plate.unit} />
        </Explained>
      </h3>
      <LedgerPicture ledger={ledger} />
      <p className="text-sm text-quiet">
        <Said
          words={says.plate.serving}
          slots={{
            salt: atLeast(<strong className="text-ink">{inUnit(ledger.salt_g_per_serving, 'g')}</strong>),
            saltRange: range(low, high, 1),
            sodium: atLeast(plain(ledger.sodium_mg_per_serving, 0)),
            sodiumRange: range(least, most, 0),
            adult: atLeast(plain(share('adult'), 0)),
            child: atLeast(plain(share('4-8'), 0)),
          }}
        />
      </p>
      {!ledger.complete && (
        <p className="mt-1 rounded-control bg-warn-soft px-2 py-1 text-sm text-warn" data-part="missing">
          {fill(says.plate.missing, { what: ledger.missing.map((one) => one.text).join(', ') })}
        </p>
      )}
      <p className="text-sm" data-reading="plate" data-state={state?.state}>
        <Said
          words={says.plate.share}
          slots={{
            share: atLeast(<strong>{percent(ledger.salt_pct_of_edible)}</strong>),
            state: state && (
              <span className={state.state === 'in' ? 'text-best' : 'text-warn'}>
                {', '}
                {fill(says.readings[state.state], { by: percent(state.by) })}
              </span>
            ),
          }}
        />
        {left !== null && left > 0.05 && (
          <span data-part="left">
            {' '}
            <Said
              words={servings > 0 ? says.plate.leftServing : says.plate.left}
              slots={{ salt: <strong>{grams(left)}</strong>, each: plain(left / servings, 2) }}
            />
          </span>
        )}
      </p>
      <Deeds below="/targets" />
    </section>
  );
}
