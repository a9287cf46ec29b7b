import type { AnswerOf } from '@/api';
import { JarDrawing, jarHeight, SlimBar, shelfScale } from '@/drawing';
import { LinkButton } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { duration, grams, MISSING, percent } from '@/words/numbers';

const words = amounts.compare;
/** How high the largest jar is drawn [px]. */
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

export interface Making {
  beside: AnswerOf<'beside'>;
  /** How many columns are looked at; the one behind them is being made. */
  of: number;
  making: boolean;
  onTake: (taken: Taken) => void;
}

type PartProps = Making & { place: number };

/** A row of jars and their windows, all drawn to one scale. */
export function Drawn({ beside, place, of, making, onTake }: PartProps) {
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
export function Lines({ beside, place, of, making, only, onTake }: PartProps & { only: boolean }) {
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
