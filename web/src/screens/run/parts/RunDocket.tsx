import { useEffect, useMemo, useRef } from 'react';
import { columnsOf, jarColumns, lettersOf, markOf, minuteOf, spellsOf } from '@/service/columns';
import { roomy, scaleOf } from '@/service/scale';
import { localIn } from '@/service/times';
import { fill, named } from '@/words';
import { day } from '@/words/day';
import { run as words } from '@/words/run';
import { stateOf, useRun } from '../state/opened';

/** Room for a line of time beside the docket, and above its first step [px]. */
const TIME_ROOM = 20;
const ABOVE = 8;

/** The plan at the side, as a narrow docket: what is over steps back, what is begun is filled, now is a line across. */
export function RunDocket() {
  const { document, shown, now, zone } = useRun();
  const { plan } = shown;
  const part = useRef<HTMLElement>(null);
  const columns = useMemo(
    () => columnsOf(document, plan).filter(({ kind }) => kind === 'person'),
    [document, plan],
  );
  const jars = useMemo(() => jarColumns(plan.windows), [plan]);
  const scale = useMemo(() => scaleOf(spellsOf(columns, plan.windows)), [columns, plan]);
  const letters = useMemo(() => lettersOf(document), [document]);
  const minute = now / 60_000;
  const shownMinute = Math.floor(minute);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it moves on with the minute
  useEffect(() => {
    const line = part.current?.querySelector<HTMLElement>('[data-part=now]');
    if (part.current && line) part.current.scrollTop = line.offsetTop - part.current.clientHeight / 3;
  }, [shownMinute]);
  const starts = columns.flatMap(({ blocks }) => blocks.map(({ start }) => start));
  const times = roomy(
    [...new Set(starts)].sort((a, b) => a - b),
    scale.y,
    TIME_ROOM,
  );
  const grid = {
    gridTemplateColumns: ['3.1rem', ...columns.map(() => 'minmax(0, 1fr)'), ...jars.map(() => '1.1rem')].join(
      ' ',
    ),
  };
  return (
    <section
      ref={part}
      aria-label={words.names.docket}
      data-part="docket"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls is reached by keys
      tabIndex={0}
      className="relative h-full overflow-y-auto border-r border-line bg-plate px-1"
    >
      <div className="sticky top-0 z-[3] grid gap-x-1 border-b border-line bg-plate" style={grid}>
        <span />
        {columns.map((column) => (
          <span key={column.id} className="truncate py-1 text-lg font-bold">
            {column.name}
          </span>
        ))}
      </div>
      <div
        className="relative grid gap-x-1"
        style={{ ...grid, height: scale.high + 2 * ABOVE, paddingTop: ABOVE }}
      >
        <div className="relative text-base" aria-hidden="true">
          {times.map((one) => (
            <span key={one} className="absolute leading-5" style={{ top: scale.y(one) }}>
              {localIn(zone, one).slice(11, 16)}
            </span>
          ))}
        </div>
        {columns.map((column) => (
          <ol key={column.id} className="relative" aria-label={column.name}>
            {column.blocks.map((block) => {
              const { standing } = stateOf(shown, block.step);
              const letter = markOf(letters, block.step.course)?.letter;
              return (
                <li
                  key={block.step.id}
                  data-block={block.step.id}
                  data-standing={standing}
                  className={`absolute inset-x-0 overflow-hidden rounded-control border px-1 text-base leading-5 ${standing === 'over' ? 'whitespace-nowrap' : ''} ${look(standing, block.start <= minute)}`}
                  style={{
                    top: scale.y(block.start),
                    height: Math.max(scale.y(block.end) - scale.y(block.start) - 1, 20),
                  }}
                >
                  {[standing === 'over' ? '✓' : '', letter, named(day.deeds, block.step.do)]
                    .filter(Boolean)
                    .join(' ')}
                </li>
              );
            })}
          </ol>
        ))}
        {jars.map((ones) => (
          <ol key={ones[0]?.step} className="relative">
            {ones.map((jar) => {
              const [on, off] = [scale.y(minuteOf(jar.on)), scale.y(minuteOf(jar.off))];
              const best = jar.best_from
                ? Math.min(Math.max(scale.y(minuteOf(jar.best_from)), on), off)
                : off;
              return (
                <li
                  key={jar.step}
                  title={jar.name}
                  className="absolute inset-x-0"
                  style={{ top: on, height: off - on }}
                >
                  <span className="absolute inset-y-0 left-1 w-2.5 rounded-control border border-edge bg-sunk" />
                  <span
                    className="absolute bottom-0 left-1 w-2.5 rounded-control bg-best forced-color-adjust-none"
                    style={{ top: best - on }}
                  />
                  <span className="sr-only">{jar.name}</span>
                </li>
              );
            })}
          </ol>
        ))}
        <div
          aria-hidden="true"
          data-part="now"
          className="pointer-events-none absolute inset-x-0 z-[2] h-[3px] bg-stop"
          style={{ top: scale.y(minute) + ABOVE }}
        />
        <span className="sr-only">{fill(day.nowHere, { at: localIn(zone, shownMinute).slice(11, 16) })}</span>
      </div>
    </section>
  );
}

function look(standing: string, due: boolean): string {
  if (standing === 'over') return 'border-line bg-plate text-quiet';
  if (standing === 'begun') return 'border-kelp bg-kelp-soft font-semibold';
  return due ? 'border-warn bg-warn-soft font-semibold' : 'border-edge bg-sunk';
}
