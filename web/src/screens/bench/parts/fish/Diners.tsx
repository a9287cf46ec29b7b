import type { Json } from '@/api';
import { list } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button } from '@/ui';
import { AVOIDED, CHOICES } from '@/words/texts';
import { CautionMarks } from '../readings/CautionMarks';
import { Pick, Typed } from './fields';

/** Who eats: it sets salt, bones, mercury, honey, alcohol and the core. */
export function Diners() {
  const { value, set, readOnly, evaluation } = useOpened();
  const diners = list(value(['diners']));
  const guidance = evaluation?.ledger.guidance ?? [];
  return (
    <>
      {diners.length === 0 && (
        <p className="mt-2 text-sm text-quiet">
          Nobody is named: adults without wishes are taken. Name those who need care.
        </p>
      )}
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
          Name a diner
        </Button>
      )}
      {guidance.length > 0 && (
        <table className="mt-3 w-full text-sm">
          <caption className="text-left font-title font-semibold">
            Sodium of one serving, of a day’s limit
          </caption>
          <tbody>
            {guidance.map((one) => (
              <tr key={one.age} className="border-t border-line" title={one.source}>
                <td className="py-0.5">{CHOICES.age?.[one.age] ?? one.age}</td>
                <td className="text-right text-quiet">{one.daily_mg} mg</td>
                <td className="text-right font-semibold">
                  {one.at_least ? 'at least ' : ''}
                  {Math.round(one.share_pct)} %
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
  const avoid = list(value([...way, 'avoid'])).map(String);
  const toggle = (what: string, on: boolean) => {
    const next: Json[] = on ? [...avoid, what] : avoid.filter((one) => one !== what);
    set([...way, 'avoid'], next.length ? next : undefined);
  };
  return (
    <fieldset disabled={readOnly} className="mt-2 border-b border-line pb-2 text-sm">
      <legend className="sr-only">Diner {place + 1}</legend>
      <div className="flex items-center gap-1">
        <Typed way={[...way, 'count']} label={`How many of diner ${place + 1}`} />
        <Pick
          way={[...way, 'age']}
          label={`Age of diner ${place + 1}`}
          choices={CHOICES.age ?? {}}
          usual="adult"
        />
        {!readOnly && (
          <Button
            look="quiet"
            className="min-h-8! px-2!"
            aria-label={`Take out diner ${place + 1}`}
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
        pregnant, old, ill or otherwise vulnerable
      </label>
      <div className="flex items-center justify-between">
        <span>Heat, 0 to 5</span>
        <Typed way={[...way, 'heat']} label={`Heat for diner ${place + 1}`} />
      </div>
      <details open={avoid.length > 0}>
        <summary className="cursor-pointer">
          Avoids{avoid.length ? `: ${avoid.join(', ')}` : ' nothing'}
        </summary>
        <div className="grid grid-cols-2">
          {AVOIDED.map((what) => (
            <label key={what} className="flex min-h-7 items-center gap-1.5">
              <input
                type="checkbox"
                checked={avoid.includes(what)}
                onChange={(event) => toggle(what, event.target.checked)}
              />
              {what.replace('-', ' ')}
            </label>
          ))}
        </div>
      </details>
    </fieldset>
  );
}
