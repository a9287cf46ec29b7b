import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { pointer, text } from '@/document/document';
import { faultAt } from '@/formula/opened';
import { fill, named, names, says, terms } from '@/words';
import { grams, plain } from '@/words/numbers';
import { useLine } from '../../state/useLine';
import { Quiet, TypedUnit } from '../jars/fields';
import { Brings } from './Brings';
import { LineMenu } from './LineMenu';
import { Spoons, Weigh } from './Weigh';
import { Written } from './Written';

interface Props {
  id: string;
  jar: number;
  line: number;
  last: number;
  heaviest: number;
  onMove: (from: number, to: number) => void;
}

/** One line: what to weigh, its spoons, its name with how it was written, what it is made of. */
export function LineRow({ id, jar, line, last, heaviest, onMove }: Props) {
  const own = useLine(jar, line);
  const { way, name, result, readOnly, evaluation, value } = own;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id });
  const notice = faultAt(evaluation, way, true);
  const advice = (notice?.grade === 'advice' || notice?.grade === 'told') && !own.problem;
  const fault = own.problem ?? notice?.text;
  const called = name ?? says.lines.this;
  const when = text(value([...way, 'when']));
  const prepared = text(value([...way, 'prepared']));
  return (
    <tbody
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      data-path={pointer(way)}
      className={`group/line relative border-t border-line bg-plate ${isDragging ? 'z-10 shadow-md' : ''}`}
    >
      <tr data-line={text(value([...way, 'id']))}>
        <td className="w-3 p-0 align-middle">
          {!readOnly && (
            <button
              ref={setActivatorNodeRef}
              type="button"
              {...attributes}
              {...listeners}
              aria-label={fill(names.moveLine, { line: called })}
              className="-ml-3 min-h-9 cursor-grab rounded-control px-2 text-quiet pointer-coarse:min-h-11"
            >
              <svg width="8" height="18" viewBox="0 0 8 18" className="fill-current" aria-hidden="true">
                <path d="M1 4h2v2h-2zM5 4h2v2h-2zM1 8h2v2h-2zM5 8h2v2h-2zM1 12h2v2h-2zM5 12h2v2h-2z" />
              </svg>
            </button>
          )}
        </td>
        <td className="w-24 py-0.5">
          <Weigh own={own} />
        </td>
        <td className="w-20 px-1.5">{result && <Spoons result={result} />}</td>
        <td className="py-0.5">
          <span className="block leading-4.5 font-semibold">
            {name ?? says.lines.which}
            {result && result.exponent < 1 && <Tag>{says.lines.strong}</Tag>}
            {when && when !== 'jar' && <Tag>{named(terms.choices.when, when)}</Tag>}
            <span className="ml-1.5 text-sm font-normal text-kelp">
              <span className="hidden group-has-[[data-weigh]:focus]/line:inline">
                {says.lines.setsWeight}
              </span>
              <span className="hidden group-has-[[data-part=written]_:focus]/line:inline">
                {says.lines.setsWritten}
              </span>
            </span>
          </span>
          <Written own={own} />
        </td>
        <td className="hidden w-33 pl-2 sm:table-cell">
          {result && <Brings result={result} holds={own.ingredient?.holds} heaviest={heaviest} />}
        </td>
        <td className="w-8 text-right">
          {!readOnly && <LineMenu own={own} jar={jar} line={line} last={last} onMove={onMove} />}
        </td>
      </tr>
      {(own.ingredient?.kept_in_oil || value([...way, 'age']) !== undefined) && (
        <tr>
          <td colSpan={6} className="pb-1 text-sm">
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
      {prepared && (
        <tr data-part="prepared">
          <td colSpan={6} className="pb-1 pl-26 text-sm">
            <span className="flex flex-wrap items-center gap-1">
              <Quiet>
                {fill(says.lines.prepared, {
                  how: named(terms.choices.prepared, prepared),
                  mass: grams(result?.goes_in_g),
                })}
              </Quiet>
              <TypedUnit
                way={[...way, 'prepared_share']}
                label={fill(names.goesInOf, { line: called })}
                quantity="share"
                unit="%"
                hint={plain((100 * (result?.goes_in_g ?? 0)) / (result?.mass_g || 1), 0)}
              />
              <Quiet>{says.lines.ofWeighed}</Quiet>
            </span>
          </td>
        </tr>
      )}
      {fault && (
        <tr>
          <td
            colSpan={6}
            className={`pb-1 pl-26 text-sm ${advice ? 'text-quiet' : 'text-stop'}`}
            data-part={advice ? undefined : 'fault'}
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
  return <span className="ml-1.5 text-sm font-normal whitespace-nowrap text-quiet">{children}</span>;
}
