import type { Solved } from '@/api';
import { Button, Choice, NumberInput, Trouble } from '@/ui';
import { fill, named, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { inUnit } from '@/words/numbers';
import type { Aims as Aimed, Bound } from './useAims';

const BOUNDS: [Bound, string][] = [
  ['min', amounts.ask.least],
  ['max', amounts.ask.most],
  ['value', amounts.ask.exact],
];

/** Each reading that is aimed at: its bounds, where it stands now and where it would stand. */
export function Aims({ aims, answer }: { aims: Aimed; answer: Solved | null }) {
  const rest = Object.fromEntries(aims.rest.map((one) => [one.id, one.name]));
  const missed = new Set(answer?.unmet.map((one) => one.target));
  return (
    <div className="mt-3 overflow-x-auto">
      <table className="w-full text-sm" aria-label={amounts.names.readingsOf}>
        <thead className="text-left text-quiet">
          <tr>
            <th className="py-1 font-normal">{amounts.ask.aim}</th>
            {BOUNDS.map(([bound, words]) => (
              <th key={bound} className="px-1 text-right font-normal">
                {words}
              </th>
            ))}
            <th className="pl-2 text-right font-normal">{amounts.ask.now}</th>
            <th className="pl-2 text-right font-normal">{amounts.ask.after}</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {aims.rows.map(({ id, name, unit }) => {
            const read = answer?.readings[id];
            const target = aims.of(id);
            return (
              <tr key={id} className="border-t border-line" data-aim={id} data-missed={missed.has(id)}>
                <td className="py-1 pr-2">
                  {name} <span className="text-quiet">{named(terms.units, unit)}</span>
                  {BOUNDS.map(([bound]) => (
                    <Trouble key={bound} words={aims.fault(id, bound)} />
                  ))}
                </td>
                {BOUNDS.map(([bound, words]) => (
                  <td key={bound} className="px-1 text-right">
                    <NumberInput
                      label={fill(amounts.names.bound, { reading: name, bound: words })}
                      value={target[bound]}
                      onType={(typed) => aims.write(id, bound, typed)}
                      fault={aims.fault(id, bound)}
                      className="w-16"
                    />
                  </td>
                ))}
                <td className="pl-2 text-right whitespace-nowrap text-quiet">
                  {read && inUnit(read.before, unit)}
                </td>
                <td
                  className={`pl-2 text-right font-semibold whitespace-nowrap ${missed.has(id) ? 'text-warn' : ''}`}
                >
                  {read && inUnit(read.after, unit)}
                </td>
                <td className="text-right">
                  <Button
                    look="quiet"
                    className="min-h-8! px-2!"
                    aria-label={fill(amounts.names.noMore, { reading: name })}
                    onClick={() => aims.take(id)}
                  >
                    ×
                  </Button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <Choice
        label={amounts.names.addTarget}
        value={null}
        empty={amounts.names.addTarget}
        choices={rest}
        onPick={aims.add}
        className="mt-2"
      />
    </div>
  );
}
