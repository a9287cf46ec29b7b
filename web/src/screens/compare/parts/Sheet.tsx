import type { AnswerOf } from '@/api';
import { JarDrawing, jarHeight, SlimBar, shelfScale } from '@/drawing';
import { LinkButton } from '@/ui';
import { fill, named, terms } from '@/words';
import { amounts } from '@/words/amounts';
import { duration, grams, inUnit, MISSING, percent } from '@/words/numbers';

const words = amounts.compare;
type Beside = AnswerOf<'beside'>;
type Row = Beside['rows'][number];
const HIGH = 96;
/** How far a bar reaches past the longest latest. */
const BEYOND = 1.08;

/** What is taken across, out of which column: all of the fish, a jar, or a line, and where it goes. */
export interface Taken {
  from: number;
  jar?: number;
  line?: number;
  into?: number;
  over?: number;
}

interface Props {
  beside: Beside;
  /** How many columns are looked at; the one behind them is being made. */
  of: number;
  making: boolean;
  only: boolean;
  onTake: (taken: Taken) => void;
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

type PartProps = Omit<Props, 'only'> & { place: number };

/** A row of jars and their windows, all drawn to one scale. */
function Drawn({ beside, place, of, making, onTake }: PartProps) {
  const jars = beside.jars[place]?.jars ?? [];
  const all = beside.jars.flatMap((one) => one.jars.flatMap((jar) => (jar ? [jar] : [])));
  const scale = shelfScale(
    all.map((jar) => jar.strata),
    HIGH,
  );
  const end = Math.max(...all.map((jar) => (jar.window?.latest_min ?? 0) * BEYOND), 1);
  const into = making ? jars[of]?.place : undefined;
  const high = Math.max(...jars.map((jar) => (jar ? jarHeight(jar.strata, scale) : 0)));
  return (
    <tr>
      <td />
      {jars.map((jar, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: columns have no ids
        <td key={at} className="px-2 align-top" data-drawn={jar ? 'jar' : 'none'}>
          {jar ? (
            <>
              <span className="flex items-end" style={{ height: high + 6 }}>
                <JarDrawing
                  name={`${beside.jars[place]?.name} ${at + 1}`}
                  strata={jar.strata}
                  scale={scale}
                />
              </span>
              {jar.window ? (
                <>
                  <SlimBar
                    window={jar.window}
                    label={beside.jars[place]?.name ?? ''}
                    end={end}
                    stopped={jar.window.stopped_by.length > 0}
                  />
                  {`${duration(jar.window.best_from_min)} – ${duration(jar.window.best_to_min)}`}
                </>
              ) : (
                <span className="text-quiet">{words.untimed}</span>
              )}
              {making && at < of && (
                <LinkButton
                  className="block print:hidden"
                  onClick={() =>
                    onTake({ from: at, jar: jar.place, ...(into === undefined ? {} : { into }) })
                  }
                >
                  {words.takeJar}
                </LinkButton>
              )}
            </>
          ) : (
            <span className="text-quiet">{words.none_there}</span>
          )}
        </td>
      ))}
    </tr>
  );
}

/** The lines of a row of jars, each beside those of the same ingredient or role. */
function Lines({ beside, place, of, making, only, onTake }: PartProps & { only: boolean }) {
  const into = making ? beside.jars[place]?.jars[of]?.place : undefined;
  return beside.lines
    .filter((line) => line.jar === place && (!only || line.differs))
    .map((line, at) => (
      <tr
        // biome-ignore lint/suspicious/noArrayIndexKey: two lines may have one name
        key={at}
        className="border-t border-line"
        data-line={line.name}
        data-differs={line.differs}
      >
        <th scope="row" className="py-0.5 pr-2 text-left font-normal">
          {line.name}
        </th>
        {line.cells.map((cell, column) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: columns have no ids
          <td key={column} className={`px-2 ${line.differs ? 'font-semibold' : 'text-quiet'}`}>
            {cell ? (
              <>
                {cell.name !== line.name && `${cell.name} `}
                {grams(cell.mass_g)}{' '}
                <span className="font-normal text-quiet">{percent(cell.share_of_fish_pct)}</span>
                {into !== undefined && column < of && (
                  <LinkButton
                    className="ml-1 print:hidden"
                    aria-label={fill(words.takeLine, { line: cell.name })}
                    onClick={() => {
                      const over = line.cells[of]?.line;
                      onTake({
                        from: column,
                        jar: cell.jar,
                        line: cell.line,
                        into,
                        ...(over === undefined ? {} : { over }),
                      });
                    }}
                  >
                    →
                  </LinkButton>
                )}
              </>
            ) : (
              MISSING
            )}
          </td>
        ))}
      </tr>
    ));
}
