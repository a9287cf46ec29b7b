import { list } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { inUnit, percent } from '@/words/numbers';
import { Without } from '../amounts/Without';
import { CautionMarks } from '../readings/CautionMarks';
import { Pick, Typed } from './fields';
import { Ticks } from './Ticks';

/** Who eats: it sets salt, bones, mercury, honey, alcohol and the core. */
export function Diners() {
  const { value, set, readOnly, evaluation } = useOpened();
  const diners = list(value(['diners']));
  const guidance = evaluation?.ledger.guidance ?? [];
  return (
    <>
      {diners.length === 0 && <p className="mt-2 text-sm text-quiet">{says.diners.nobody}</p>}
      {diners.map((_, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: diners have no ids in the format
        <Diner key={place} place={place} />
      ))}
      <CautionMarks below="/diners" />
      {!readOnly && (
        <Button
          look="plain"
          className="mt-2 min-h-8! px-2! text-sm"
          onClick={() => set(['diners', diners.length], { count: 1, age: 'adult' })}
        >
          {names.nameDiner}
        </Button>
      )}
      {!readOnly && <Without />}
      {guidance.length > 0 && (
        <table className="mt-3 w-full text-sm">
          <caption className="text-left font-title font-semibold">{says.diners.sodium}</caption>
          <tbody>
            {guidance.map((one) => (
              <tr key={one.age} className="border-t border-line" title={one.source}>
                <td className="py-0.5">{named(terms.choices.age, one.age)}</td>
                <td className="text-right text-quiet">{inUnit(one.daily_mg, 'mg')}</td>
                <td className="text-right font-semibold">
                  {one.at_least
                    ? fill(says.diners.atLeast, { share: percent(one.share_pct, 0) })
                    : percent(one.share_pct, 0)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

function Diner({ place }: { place: number }) {
  const { value, set, readOnly } = useOpened();
  const way = ['diners', place] as const;
  const diner = place + 1;
  const avoid = list(value([...way, 'avoid'])).map(String);
  return (
    <fieldset disabled={readOnly} className="mt-2 border-b border-line pb-2 text-sm">
      <legend className="sr-only">{fill(names.diner, { diner })}</legend>
      <div className="flex items-center gap-1">
        <Typed way={[...way, 'count']} label={fill(names.dinerCount, { diner })} />
        <Pick
          way={[...way, 'age']}
          label={fill(names.dinerAge, { diner })}
          choices={terms.choices.age}
          usual="adult"
        />
        {!readOnly && (
          <Button
            look="quiet"
            className="min-h-8! px-2!"
            aria-label={fill(names.takeOutDiner, { diner })}
            onClick={() => set(way, undefined)}
          >
            ×
          </Button>
        )}
      </div>
      <label className="flex min-h-8 items-center gap-2">
        <input
          type="checkbox"
          checked={value([...way, 'vulnerable']) === true}
          onChange={(event) => set([...way, 'vulnerable'], event.target.checked || undefined)}
        />
        {names.vulnerable}
      </label>
      <div className="flex items-center justify-between">
        <span>{says.diners.heat}</span>
        <Typed way={[...way, 'heat']} label={fill(names.dinerHeat, { diner })} />
      </div>
      <Ticks
        said={
          avoid.length
            ? fill(says.diners.avoids, { what: avoid.map((one) => named(terms.avoided, one)).join(', ') })
            : says.diners.avoidsNothing
        }
        choices={terms.avoided}
        ticked={avoid}
        onTick={(next) => set([...way, 'avoid'], next.length ? next : undefined)}
      />
    </fieldset>
  );
}
