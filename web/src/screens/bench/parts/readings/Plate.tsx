import type { Ledger } from '@/api';
import { useOpened } from '@/formula/opened';
import { grams, percent, plain } from '@/words/numbers';
import { Advice } from '../Advice';
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
  const atLeast = ledger.complete ? '' : 'at least ';
  return (
    <section aria-label="Salt to the plate" className="mt-3">
      <h3>
        <Explained
          name="salt_g_per_serving"
          label="Salt to the plate: how this is reached"
          words="Salt to the plate"
        >
          <TargetFields way={['targets', PLATE]} unit="% of the fish, its own salt included" />
        </Explained>
      </h3>
      <LedgerPicture ledger={ledger} />
      <p className="text-sm text-quiet">
        {atLeast}
        <strong className="text-ink">{plain(ledger.salt_g_per_serving, 1)} g</strong>
        {low !== null && high !== null && ` (${plain(low, 1)}–${plain(high, 1)})`} a serving, {atLeast}
        {plain(ledger.sodium_mg_per_serving, 0)} mg sodium
        {least !== null && most !== null && ` (${plain(least, 0)}–${plain(most, 0)})`}: {atLeast}
        {plain(share('adult'), 0)} % of an adult’s day, {atLeast}
        {plain(share('4-8'), 0)} % of a child’s.
      </p>
      {!ledger.complete && (
        <p className="mt-1 rounded-control bg-warn-soft px-2 py-1 text-sm text-warn" data-part="missing">
          Not stated, so there is more: {ledger.missing.map((one) => one.text).join(', ')}.
        </p>
      )}
      <p className="text-sm" data-reading="plate" data-state={state?.state}>
        {atLeast}
        <strong>{percent(ledger.salt_pct_of_edible)}</strong> of the fish, its own salt included
        {state && (
          <span className={state.state === 'in' ? 'text-best' : 'text-warn'}>
            {state.state === 'in' ? ', on target' : `, ${plain(state.by, 2)} % ${state.state} its target`}
          </span>
        )}
        .
        {left !== null && left > 0.05 && (
          <span data-part="left">
            {' '}
            Left for the finish: <strong>{grams(left)}</strong>
            {servings > 0 && `, ${plain(left / servings, 2)} g a serving`}.
          </span>
        )}
      </p>
      <Advice below="/targets" />
    </section>
  );
}
