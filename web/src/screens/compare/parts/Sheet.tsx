import type { AnswerOf } from '@/api';
import { LinkButton } from '@/ui';
import { named, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { inUnit, MISSING } from '@/words/numbers';
import { Drawn, Lines, type Making } from './JarRows';

const words = amounts.compare;
type Beside = AnswerOf<'beside'>;
type Row = Beside['rows'][number];

interface Props extends Making {
  only: boolean;
}

/** All that is read of them: jars and windows to one scale, lines, readings, cautions; in the new one what is taken. */
export function Sheet({ beside, of, making, only, onTake }: Props) {
  const rows = beside.rows.filter((one) => !only || one.differs);
  const wide = beside.heads.length + 1;
  const whole = (groups: Row['group'][]) =>
    rows.filter((one) => one.jar === null && groups.includes(one.group));
  const changed = rows.length > 0 || beside.lines.some((one) => one.differs);
  return (
    <>
      <tbody>
        <Band wide={wide} words={words.fish} />
        {making && (
          <tr className="print:hidden">
            <td />
            {beside.heads.map((_, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: columns have no ids
              <td key={at} className="px-2">
                {at < of && <LinkButton onClick={() => onTake({ from: at })}>{words.takeFish}</LinkButton>}
              </td>
            ))}
          </tr>
        )}
        <Rows rows={whole(['fish'])} />
      </tbody>
      {beside.jars.map((jar, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows of jars have no ids
        <tbody key={place} data-jars={jar.name}>
          <Band wide={wide} words={jar.name} />
          <Drawn beside={beside} place={place} of={of} making={making} onTake={onTake} />
          <Lines beside={beside} place={place} of={of} making={making} only={only} onTake={onTake} />
          <Rows rows={rows.filter((one) => one.jar === place)} />
        </tbody>
      ))}
      <tbody>
        {(['ledger', 'cook', 'caution', 'allergen'] as const).map((group) => {
          const found = whole([group]);
          return (
            found.length > 0 && [
              <Band key={group} wide={wide} words={named(terms.groups, group)} />,
              <Rows key={`${group} rows`} rows={found} />,
            ]
          );
        })}
        {!changed && (
          <tr>
            <td colSpan={wide} className="py-2 text-best">
              {words.nothing}
            </td>
          </tr>
        )}
      </tbody>
    </>
  );
}

function Band({ wide, words }: { wide: number; words: string }) {
  return (
    <tr>
      <th colSpan={wide} scope="rowgroup" className="pt-4 pb-1 text-left font-title text-base font-bold">
        {words}
      </th>
    </tr>
  );
}

function Rows({ rows }: { rows: Row[] }) {
  return rows.map((row) => (
    <tr
      key={`${row.group} ${row.jar} ${row.what}`}
      className="border-t border-line"
      data-row={row.what}
      data-differs={row.differs}
    >
      <th scope="row" className="py-0.5 pr-2 text-left font-normal text-quiet">
        {row.group === 'allergen' ? named(terms.avoided, row.what) : row.what}
      </th>
      {row.values.map((value, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: columns have no ids
        <td key={at} className={`px-2 ${row.differs ? 'font-semibold' : 'text-quiet'}`}>
          {shown(row, value)}
        </td>
      ))}
    </tr>
  ));
}

function shown({ group, unit }: Row, value: Row['values'][number]): string {
  if (typeof value === 'number') return inUnit(value, unit);
  if (value === null) return MISSING;
  if (group === 'caution') return named(terms.grades, value);
  return group === 'allergen' ? words.yes : value;
}
