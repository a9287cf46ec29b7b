import type { Difference } from '@/api';
import { fill, named, says, terms } from '@/words';
import { inUnit, MISSING } from '@/words/numbers';
import { Said } from '@/words/Said';

const ORDER = ['caution', 'advice', 'window', 'fish', 'cook', 'jar', 'ledger', 'allergen'];
const WORDY = ['caution', 'advice', 'allergen'];

/** What a change changes, the gravest first: numbers before and after, words that come and go. */
export function Differences({ differences }: { differences: Difference[] }) {
  if (!differences.length) return <p className="text-quiet">{says.changes.none}</p>;
  return (
    <div className="space-y-3" data-part="differences">
      {ORDER.map((group) => {
        const found = differences.filter((one) => one.group === group);
        if (!found.length) return null;
        return (
          <section key={group} aria-label={named(terms.groups, group)}>
            <h3 className="text-sm text-quiet">{named(terms.groups, group)}</h3>
            {WORDY.includes(group) ? (
              <Words found={found} />
            ) : (
              <table className="w-full">
                <tbody>
                  {found.map((one) => (
                    <tr key={one.what} className="border-t border-line" data-difference={one.what}>
                      <td className="py-1 pr-3">{one.what}</td>
                      <td className="pr-2 text-right whitespace-nowrap text-quiet">
                        {said(one, one.before)}
                      </td>
                      <td aria-hidden="true" className="text-quiet">
                        →
                      </td>
                      <td className="pl-2 font-semibold whitespace-nowrap">{said(one, one.after)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </section>
        );
      })}
    </div>
  );
}

const gradeOf = (grade: string) => named(terms.grades, grade).toLowerCase();

function Words({ found }: { found: Difference[] }) {
  return (
    <ul>
      {found.map((one) => (
        <li key={one.what} className="border-t border-line py-1" data-difference={one.what}>
          <Said
            words={says.changes.word}
            slots={{
              how: (
                <strong className={one.after ? 'text-warn' : 'text-best'}>
                  {one.after ? says.changes.came : says.changes.went}
                </strong>
              ),
              grade:
                one.group === 'caution' &&
                one.after &&
                fill(says.changes.grade, { grade: gradeOf(String(one.after)) }),
              what: one.what,
            }}
          />
        </li>
      ))}
    </ul>
  );
}

export function said(one: Difference, value: Difference['before']): string {
  if (typeof value === 'number') return inUnit(value, one.unit);
  if (value === null || value === undefined) return MISSING;
  return one.group === 'window' ? named(terms.binding, value) : value;
}
