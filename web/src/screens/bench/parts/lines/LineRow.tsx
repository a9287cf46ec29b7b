import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { text } from '@/document/document';
import { unitsFor } from '@/document/units';
import { faultAt } from '@/formula/opened';
import { Choice, NumberInput } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { percent } from '@/words/numbers';
import { type LineOnBench, useLine } from '../../state/useLine';
import { Quiet, TypedUnit } from '../jars/fields';
import { Brings } from './Brings';
import { LineBase } from './LineBase';
import { LineMenu } from './LineMenu';
import { Weigh } from './Weigh';

interface Props {
  id: string;
  jar: number;
  line: number;
  last: number;
  onMove: (from: number, to: number) => void;
}

/** One line: as written, what it follows, what to weigh and spoon, what it brings. */
export function LineRow({ id, jar, line, last, onMove }: Props) {
  const own = useLine(jar, line);
  const { way, name, result, unit, basis, readOnly, evaluation, value } = own;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id });
  const notice = faultAt(evaluation, way, true);
  const advice = notice?.grade === 'advice' && !own.problem;
  const fault = own.problem ?? notice?.text;
  const units = unitsFor('amount', ...(own.ingredient?.units ?? []));
  const called = name ?? says.lines.this;
  const when = text(value([...way, 'when']));
  return (
    <tbody
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`relative border-t border-line bg-plate ${isDragging ? 'z-10 shadow-md' : ''}`}
    >
      <tr className="h-11" data-line={text(value([...way, 'id']))}>
        <td className="pr-2">
          <span className="flex items-center gap-1">
            {!readOnly && (
              <button
                ref={setActivatorNodeRef}
                type="button"
                {...attributes}
                {...listeners}
                aria-label={fill(names.moveLine, { line: called })}
                className="-ml-2.5 shrink-0 cursor-grab rounded-control px-1 text-quiet"
              >
                <svg width="8" height="18" viewBox="0 0 8 18" className="fill-current" aria-hidden="true">
                  <path d="M1 4h2v2h-2zM5 4h2v2h-2zM1 8h2v2h-2zM5 8h2v2h-2zM1 12h2v2h-2zM5 12h2v2h-2z" />
                </svg>
              </button>
            )}
            <span>
              {name ?? says.lines.which}
              {result && result.exponent < 1 && <Tag>{says.lines.strong}</Tag>}
              {when && when !== 'jar' && <Tag>{named(terms.choices.when, when)}</Tag>}
              {result?.share_of_fish_pct != null && !(basis === 'fish' && unit === '%') && (
                <span className="block text-sm leading-4 whitespace-nowrap text-quiet">
                  {fill(says.lines.ofFish, {
                    share: percent(result.share_of_fish_pct, result.share_of_fish_pct < 10 ? 2 : 0),
                  })}
                </span>
              )}
            </span>
          </span>
        </td>
        <td className="pr-2">
          <span className="flex flex-wrap gap-1 xl:flex-nowrap">
            <Amount own={own} />
            <Choice
              label={fill(names.unitOf, { what: called })}
              value={unit}
              choices={units}
              disabled={readOnly}
              onPick={(picked) => own.rewrite({ unit: picked })}
            />
          </span>
        </td>
        <td className="pr-2">
          <Choice
            label={fill(names.followedBy, { line: called })}
            value={basis}
            choices={terms.bases}
            disabled={readOnly}
            onPick={(picked) => own.rewrite({ basis: picked })}
            className="w-24"
          />
        </td>
        <td className="pr-1 text-right whitespace-nowrap xl:pr-3">{result && <Weigh result={result} />}</td>
        <td className="hidden xl:table-cell">{result && <Brings result={result} />}</td>
        <td className="text-right">
          {!readOnly && <LineMenu own={own} jar={jar} line={line} last={last} onMove={onMove} />}
        </td>
      </tr>
      {basis === 'line' && (
        <tr>
          <td colSpan={6} className="pb-1.5">
            <LineBase own={own} />
          </td>
        </tr>
      )}
      {(own.ingredient?.kept_in_oil || value([...way, 'age']) !== undefined) && (
        <tr>
          <td colSpan={6} className="pb-1.5 text-sm">
            <span className="flex items-center justify-end gap-1">
              <Quiet>{says.method.madeBefore}</Quiet>
              <TypedUnit
                way={[...way, 'age']}
                label={fill(names.ageOf, { line: called })}
                quantity="time"
                unit="d"
              />
            </span>
          </td>
        </tr>
      )}
      {fault && (
        <tr>
          <td
            colSpan={6}
            className={`pb-1.5 text-sm ${advice ? 'text-quiet' : 'text-stop'}`}
            role={advice ? undefined : 'alert'}
            data-advised={advice ? notice.code : undefined}
          >
            {fault}
          </td>
        </tr>
      )}
    </tbody>
  );
}

function Tag({ children }: { children: string }) {
  return <span className="ml-1.5 text-sm whitespace-nowrap text-quiet">{children}</span>;
}

/** The amount as it was written: one number, a range, or not stated. */
function Amount({ own }: { own: LineOnBench }) {
  const { value, way, name, readOnly, evaluation, ranged, unstated } = own;
  const end = (field: 'value' | 'low' | 'high', label: `${string}{line}`) => (
    <NumberInput
      label={fill(label, { line: name ?? says.lines.this })}
      className="w-14"
      value={value([...way, 'amount', field])}
      disabled={readOnly}
      placeholder={unstated ? says.lines.howMuch : undefined}
      fault={faultAt(evaluation, [...way, 'amount', field])?.text}
      onType={(typed) => own.write(field, typed)}
    />
  );
  if (!ranged) return end('value', names.amountOf);
  return (
    <>
      {end('low', names.leastOf)}
      {end('high', names.mostOf)}
    </>
  );
}
