import type { TimeWindow } from '@/api';
import { fill, named, says, terms } from '@/words';
import { duration } from '@/words/numbers';
import { Said } from '@/words/Said';
import { Bands, scaleOf } from './bands';
import { free, inLine, type Label, room } from './labels';
import type { TimeStep } from './steps';
import { TimeHandle } from './TimeHandle';
import { useWidth } from './useWidth';

/** Times that are written below a bar where there is room, the most telling first. */
const TICKS = [60, 1440, 480, 15, 240, 2880, 120, 30, 960, 5, 10, 1];
/** How far a bar reaches past its latest. */
const BEYOND = 1.12;

interface Props {
  window: TimeWindow;
  /** The time that the handle stands at [min], if any. */
  contact: number | null;
  onContact?: (minutes: number) => void;
  /** The planned time [min], where the handle may stand elsewhere. */
  planned?: number | null;
  label: string;
  steps: TimeStep[];
  /** Whether something stops the formula: then this is no time to go by, and looks so. */
  stopped?: boolean;
}

interface Worded extends Label {
  name: string;
  look: string;
  words: string;
}

/** Earliest, best and latest on one bar, with a handle for the planned time; no words are printed over others. */
export function WindowBar({
  window,
  contact,
  onContact,
  planned,
  label,
  steps,
  stopped = window.stopped_by.length > 0,
}: Props) {
  const { part, width } = useWidth<HTMLDivElement>();
  const { earliest_min, best_from_min, best_to_min, latest_min } = window;
  const end = Math.max(latest_min * BEYOND, (contact ?? 0) * 1.02, (planned ?? 0) * 1.02, 1);
  const at = scaleOf(end);
  const px = (minutes: number) => (at(minutes) / 100) * width;
  const own = onContact && planned === undefined ? contact : (planned ?? null);

  const worded = (name: string, minutes: number, words: string, look: string): Worded => ({
    name,
    at: px(minutes),
    wide: room(words),
    words,
    look,
  });
  const from = duration(best_from_min);
  const to = duration(best_to_min);
  const above = [
    // Where it begins with its best, or at once, that is all there is to say.
    ...(earliest_min > 0 && earliest_min < best_from_min * 0.98
      ? [
          worded(
            'earliest',
            earliest_min,
            fill(says.bar.earliest, { time: duration(earliest_min) }),
            'text-quiet',
          ),
        ]
      : []),
    worded(
      'best',
      (best_from_min + best_to_min) / 2,
      best_from_min > 0 ? fill(says.bar.best, { from, to }) : fill(says.bar.bestWithin, { to }),
      `font-semibold ${stopped ? 'text-quiet line-through' : 'text-best'}`,
    ),
  ];
  const below = [
    ...(own === null
      ? []
      : [worded('planned', own, fill(says.bar.planned, { time: duration(own) }), 'font-semibold text-ink')]),
    worded(
      'latest',
      latest_min,
      fill(says.bar.latest, { time: duration(latest_min) }),
      'font-semibold text-stop',
    ),
  ].sort((a, b) => a.at - b.at);
  const top = lines(above, width);
  const bottom = lines(below, width);
  const lowest = bottom.at(-1) ?? [];
  const ticks = free(
    TICKS.filter((minutes) => minutes < end).map((minutes) => ({
      minutes,
      at: px(minutes),
      wide: room(duration(minutes)),
    })),
    lowest.map(({ start, wide }) => [start, start + wide]),
    width,
  );
  const said = {
    earliest: earliest_min,
    'best from': best_from_min,
    'best to': best_to_min,
    latest: latest_min,
  };

  return (
    <div ref={part} className="select-none" data-binding={window.binding} data-stopped={stopped || undefined}>
      {top.map((line) => (
        <Line key={line[0]?.name} line={line} said={said} />
      ))}
      <div className="relative my-2 h-6">
        <Bands window={window} at={at} end={end} stopped={stopped} />
        {own !== null && (
          <div
            className="absolute -inset-y-1.5 w-0.5 -translate-x-1/2 bg-ink"
            style={{ left: `${at(own)}%` }}
            data-part="planned"
          />
        )}
        <TimeHandle
          label={label}
          minutes={contact ?? best_from_min}
          words={contact === null ? says.bar.notPlanned : duration(contact)}
          vague={contact === null}
          end={end}
          steps={steps}
          at={at}
          from={at.invert}
          onMove={onContact}
        />
      </div>
      {bottom.map((line, place) => (
        <Line key={line[0]?.name} line={line} said={said}>
          {place === bottom.length - 1 &&
            ticks.map((tick) => (
              <span
                key={tick.minutes}
                data-tick={tick.minutes}
                className="absolute -translate-x-1/2 text-sm whitespace-nowrap text-quiet"
                style={{ left: tick.at }}
              >
                {duration(tick.minutes)}
              </span>
            ))}
        </Line>
      ))}
      <p className="sr-only">{fill(says.bar.limited, { binding: named(terms.binding, window.binding) })}</p>
    </div>
  );
}

type Placed = Worded & { start: number };

/** Labels in one line where they fit, else each in its own. */
function lines(labels: Worded[], width: number): Placed[][] {
  const starts = inLine(labels, width);
  if (starts) return [labels.map((one, place) => ({ ...one, start: starts[place] ?? 0 }))];
  return labels.map((one) => [
    { ...one, start: Math.max(0, Math.min(one.at - one.wide / 2, width - one.wide)) },
  ]);
}

interface LineProps {
  line: Placed[];
  said: Record<string, number>;
  children?: React.ReactNode;
}

function Line({ line, said, children }: LineProps) {
  return (
    <div className="relative h-[1.15rem]">
      {children}
      {line.map((one) => (
        <span
          key={one.name}
          className={`absolute text-sm leading-[1.15rem] whitespace-nowrap ${one.look}`}
          style={{ left: one.start, width: one.wide, textAlign: 'center' }}
          data-words={one.name}
        >
          <Words name={one.name} said={said}>
            {one.words}
          </Words>
        </span>
      ))}
    </div>
  );
}

/** The words of a label, with each of the four times as it is found. */
function Words({ name, said, children }: { name: string; said: Record<string, number>; children: string }) {
  const mark = (which: string) => <b data-mark={which}>{duration(said[which])}</b>;
  if (name === 'best' && said['best from'] === 0)
    return <Said words={says.bar.bestWithin} slots={{ to: mark('best to') }} />;
  if (name === 'best')
    return <Said words={says.bar.best} slots={{ from: mark('best from'), to: mark('best to') }} />;
  if (name === 'earliest') return <Said words={says.bar.earliest} slots={{ time: mark('earliest') }} />;
  if (name === 'latest') return <Said words={says.bar.latest} slots={{ time: mark('latest') }} />;
  return children;
}
