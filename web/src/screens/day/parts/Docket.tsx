import { useEffect, useMemo, useRef } from 'react';
import { type Column, columnsOf, jarColumns, lettersOf, markOf, minuteOf, spellsOf } from '@/service/columns';
import { roomy, type Scale, scaleOf } from '@/service/scale';
import { clockOf, localIn, placeOf, wall } from '@/service/times';
import { useNow } from '@/service/useNow';
import { fill } from '@/words';
import { day } from '@/words/day';
import { dayInWords, duration } from '@/words/numbers';
import { useService } from '../state/opened';
import { BlockCard } from './BlockCard';
import { JarBars } from './JarBars';

/** Room for a line of time beside the docket, above its first step and below its last [px]. */
const TIME_ROOM = 17;
const ABOVE = 20;
const BELOW = 14;

/** The plan as a docket: time runs down, a column for each pair of hands and each station, jars upright beside them. */
export function Docket() {
  const { document, plan, fresh } = useService();
  const now = useNow();
  const part = useRef<HTMLElement>(null);
  const columns = useMemo(() => columnsOf(document, plan), [document, plan]);
  const jars = useMemo(() => jarColumns(plan.windows), [plan]);
  const scale = useMemo(() => scaleOf(spellsOf(columns, plan.windows)), [columns, plan]);
  const letters = useMemo(() => lettersOf(document), [document]);
  const first = plan.steps[0]?.id;
  useEffect(() => {
    // It opens at what is to be done now.
    const times = part.current;
    const line = times?.querySelector<HTMLElement>('[data-part=now]');
    if (first && times && line) times.scrollTop = line.offsetTop - times.clientHeight / 3;
  }, [first]);
  if (plan.steps.length === 0)
    return <p className="rounded-plate border border-line bg-plate p-6 text-quiet">{day.empty}</p>;

  const people = columns.filter((one) => one.kind === 'person').length;
  const grid = {
    gridTemplateColumns: [
      '3.4rem',
      ...columns.map((one) =>
        one.kind === 'person' ? 'minmax(8.5rem, 1fr)' : `minmax(4.6rem, ${people ? 0.4 : 1}fr)`,
      ),
      ...jars.map(() => '2.6rem'),
    ].join(' '),
  };
  const inside = now >= (scale.marks[0] ?? 0) && now <= (scale.marks.at(-1) ?? 0);
  return (
    <section
      ref={part}
      aria-label={day.names.docket}
      data-part="docket"
      className={`relative order-2 overflow-auto rounded-plate lg:order-none border border-line bg-plate ${fresh ? '' : 'opacity-70'}`}
    >
      <div className="sticky top-0 z-[3] grid gap-x-1 border-b border-line bg-plate px-2" style={grid}>
        <span />
        {columns.map((column) => (
          <span key={column.kind + column.id} className="truncate py-1.5 font-semibold" title={column.name}>
            {column.name}
          </span>
        ))}
        {jars.map((ones) => (
          <span key={ones[0]?.step} className="truncate py-1.5 text-center text-sm text-quiet">
            {day.jarHead}
          </span>
        ))}
      </div>
      <div
        className="relative grid gap-x-1 px-2 pt-5"
        style={{ ...grid, height: scale.high + ABOVE + BELOW }}
        data-part="times"
      >
        <Times scale={scale} columns={columns} />
        {columns.map((column) => (
          <ol
            key={column.kind + column.id}
            className="relative"
            aria-label={column.name}
            data-column={column.id}
          >
            {column.blocks.map((block) => (
              <BlockCard
                key={block.step.id}
                block={block}
                scale={scale}
                slim={column.kind === 'station'}
                course={markOf(letters, block.step.course)}
              />
            ))}
          </ol>
        ))}
        {jars.map((ones) => (
          <JarBars key={ones[0]?.step} jars={ones} scale={scale} />
        ))}
        <Plates scale={scale} />
        {inside && (
          <div
            className="pointer-events-none absolute inset-x-0 z-[2] h-0.5 bg-stop"
            style={{ top: scale.y(now) + ABOVE }}
            data-part="now"
          >
            <span className="absolute -top-2 left-1 rounded-control bg-stop px-1 text-xs leading-4 font-semibold text-on-stop">
              {fill(day.nowHere, { at: clockOf(localIn(placeOf(document, plan), now)) })}
            </span>
          </div>
        )}
      </div>
    </section>
  );
}

/** Times beside the docket, where there is room; a new day is named, an idle stretch told. */
function Times({ scale, columns }: { scale: Scale; columns: Column[] }) {
  const starts = new Map(
    columns.flatMap((column) => column.blocks.map((block) => [block.start, block.step.start] as const)),
  );
  const shown = roomy(
    [...starts.keys()].sort((a, b) => a - b),
    scale.y,
    TIME_ROOM,
  );
  let before = '';
  return (
    <div className="relative text-sm text-quiet" aria-hidden="true">
      {shown.map((minute) => {
        const at = starts.get(minute) ?? '';
        const fresh = at.slice(0, 10) !== before;
        before = at.slice(0, 10);
        return (
          <span
            key={minute}
            className="absolute leading-4 whitespace-nowrap"
            style={{ top: scale.y(minute) }}
          >
            {fresh && <b className="absolute -top-4 text-xs font-semibold">{dayInWords(at).slice(0, 10)}</b>}
            {wall(at)}
          </span>
        );
      })}
      {scale.tears
        .filter((tear) => tear.high > 2 * TIME_ROOM + 4)
        .map((tear) => (
          <span
            key={tear.start}
            className="absolute text-xs leading-3 italic"
            style={{ top: tear.y + TIME_ROOM + 6 }}
          >
            {duration(tear.end - tear.start)}
          </span>
        ))}
    </div>
  );
}

/** When plates leave, drawn across. */
function Plates({ scale }: { scale: Scale }) {
  const { plan } = useService();
  const times = [...new Set(plan.served.map((one) => one.at))].sort();
  return times.map((at) => (
    <div
      key={at}
      aria-hidden="true"
      className="pointer-events-none absolute inset-x-0 border-b-2 border-dotted border-kelp"
      style={{ top: scale.y(minuteOf(at)) + ABOVE }}
      data-served={at}
    />
  ));
}
