import { scalePow } from 'd3-scale';
import { Slider } from 'radix-ui';
import type { CSSProperties, ReactNode } from 'react';
import type { TimeWindow } from '@/api';
import { fill, named, says, terms } from '@/words';
import { duration } from '@/words/numbers';
import { Said } from '@/words/Said';

/** Time is drawn by its square root, as salt and acid move: a few minutes and two days fit on one bar. */
const BEND = 0.5;
const STEPS = 1000;
const TICKS = [5, 15, 30, 60, 120, 240, 480, 960, 1440, 2880];

interface Props {
  window: TimeWindow;
  /** The planned contact time [min], if any. */
  contact: number | null;
  onContact?: (minutes: number) => void;
  /** The planned time [min], where the handle may stand elsewhere. */
  planned?: number | null;
  label: string;
  /** Where the bar ends [min], so that several are aligned; without it each ends behind its own latest. */
  end?: number;
  /** A bar among others: no handle, and its times in words beside it. */
  slim?: boolean;
  /** Whether something stops the formula: then this is no time to go by, and looks so. */
  stopped?: boolean;
}

const tidy = (minutes: number) => {
  const step = minutes < 60 ? 1 : minutes < 240 ? 5 : minutes < 720 ? 15 : 30;
  return Math.max(1, Math.round(minutes / step) * step);
};

/** Earliest, best and latest on one bar, with a handle for the planned time; soft edges show what is uncertain. */
export function WindowBar({
  window,
  contact,
  onContact,
  planned,
  label,
  end: until,
  slim,
  stopped = window.stopped_by.length > 0,
}: Props) {
  const { earliest_min, best_from_min, best_to_min, latest_min } = window;
  const end = until ?? Math.max(latest_min * 1.12, (contact ?? 0) * 1.02, 1);
  const at = scalePow().exponent(BEND).domain([0, end]).range([0, 100]);
  const span = (from: number, to: number) => ({
    left: `${at(from)}%`,
    width: `${Math.max(at(to) - at(from), 0)}%`,
  });
  const soft = window.latest_min_range ?? [latest_min, latest_min];
  const ticks = TICKS.filter((minutes) => minutes < end * 0.98 && at(minutes) > 3).filter(
    (minutes, place, all) => place === 0 || at(minutes) - at(all[place - 1] ?? 0) > 5.5,
  );
  const latest = at(latest_min);
  if (slim) return <SlimBar window={window} at={at} label={label} stopped={stopped} />;
  // The earliest's words end at its mark where the latest's stand close behind it.
  const crowded = at(earliest_min) > latest - 32;
  return (
    <div
      className="relative h-[5.5rem] select-none"
      data-binding={window.binding}
      data-stopped={stopped || undefined}
    >
      <Mark
        name="best"
        style={centred((at(best_from_min) + at(best_to_min)) / 2)}
        look={`-top-1 font-semibold ${stopped ? 'text-quiet line-through' : 'text-best'}`}
      >
        <Said
          words={says.bar.best}
          slots={{ from: mark('best from', best_from_min), to: mark('best to', best_to_min) }}
        />
      </Mark>
      <Mark
        name="earliest"
        style={
          crowded
            ? { right: `${100 - Math.min(at(earliest_min), latest - 16)}%` }
            : { left: `${at(earliest_min)}%` }
        }
        look="top-3 text-quiet"
      >
        <Said words={says.bar.earliest} slots={{ time: mark('earliest', earliest_min) }} />
      </Mark>
      <Mark name="latest" style={{ right: `${100 - latest}%` }} look="top-3 font-semibold text-stop">
        <Said words={says.bar.latest} slots={{ time: mark('latest', latest_min) }} />
      </Mark>
      <div className="absolute inset-x-0 top-9 h-6 rounded-control border border-line bg-sunk" />
      {!stopped && (
        <div
          className="absolute top-9 h-6 bg-linear-to-r from-transparent to-best-soft"
          style={span(earliest_min, best_from_min)}
        />
      )}
      <div
        className={`absolute top-9 h-6 ${stopped ? 'stopped bg-plate' : 'bg-best'}`}
        style={span(best_from_min, best_to_min)}
        data-part="best"
      />
      {!stopped && (
        <div
          className="absolute top-9 h-6 bg-linear-to-r from-best-soft to-warn-soft"
          style={span(best_to_min, latest_min)}
        />
      )}
      <div
        className="absolute top-9 h-6 bg-stop opacity-20"
        style={span(Math.min(soft[0] ?? 0, latest_min), Math.min(soft[1] ?? 0, end))}
      />
      <div
        className="absolute top-8 h-8 w-[3px] bg-stop"
        style={{ left: `calc(${at(latest_min)}% - 1px)` }}
      />
      {planned != null && planned <= end && (
        <div
          className="absolute top-8 h-8 border-l-2 border-dashed border-ink"
          style={{ left: `${at(planned)}%` }}
          title={fill(says.bar.planned, { time: duration(planned) })}
          data-part="planned"
        />
      )}
      {ticks.map((minutes) => (
        <div
          key={minutes}
          className="absolute top-[61px] -translate-x-1/2 text-center text-xs whitespace-nowrap text-quiet"
          style={{ left: `${at(minutes)}%` }}
        >
          <div className="mx-auto h-1.5 w-px bg-edge" />
          {duration(minutes)}
        </div>
      ))}
      <Slider.Root
        className="absolute inset-x-0 top-7 flex h-10 touch-none items-center"
        min={0}
        max={STEPS}
        step={1}
        disabled={!onContact}
        value={[contact === null ? 0 : (at(contact) / 100) * STEPS]}
        onValueChange={([value = 0]) => onContact?.(tidy(at.invert((value / STEPS) * 100)))}
      >
        <Slider.Track className="h-10 grow" />
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={contact === null ? says.bar.notPlanned : duration(contact)}
          className={`block h-7 w-5 rounded-full border-[3px] border-ink bg-plate ${contact === null ? 'opacity-50' : ''}`}
        />
      </Slider.Root>
      <p className="sr-only">{fill(says.bar.limited, { binding: named(terms.binding, window.binding) })}</p>
    </div>
  );
}

/** One of the four times, as it is read and as it is found. */
const mark = (name: string, minutes: number) => <b data-mark={name}>{duration(minutes)}</b>;

/** Words centred over a place [%], kept on the bar. */
const centred = (place: number): CSSProperties =>
  place > 84 ? { right: 0 } : place < 12 ? { left: 0 } : { left: `${place}%`, transform: 'translateX(-50%)' };

interface MarkProps {
  name: string;
  style: CSSProperties;
  look: string;
  children: ReactNode;
}

function Mark({ name, style, look, children }: MarkProps) {
  return (
    <span className={`absolute text-sm whitespace-nowrap ${look}`} style={style} data-words={name}>
      {children}
    </span>
  );
}

/** The same bar without words or handle: earliest fading in, best, fading out to the latest, its doubt as a soft edge. */
function SlimBar({
  window,
  at,
  label,
  stopped,
}: {
  window: TimeWindow;
  at: (minutes: number) => number;
  label: string;
  stopped: boolean;
}) {
  const { earliest_min, best_from_min, best_to_min, latest_min } = window;
  const span = (from: number, to: number) => ({
    left: `${at(from)}%`,
    width: `${Math.max(at(to) - at(from), 0)}%`,
  });
  const soft = window.latest_min_range;
  return (
    <div
      className="relative h-5 overflow-hidden rounded-control"
      role="img"
      data-binding={window.binding}
      data-stopped={stopped || undefined}
      aria-label={fill(stopped ? says.bar.stopped : says.bar.whole, {
        label,
        from: duration(best_from_min),
        to: duration(best_to_min),
        latest: duration(latest_min),
        binding: named(terms.binding, window.binding),
      })}
    >
      <div className="absolute inset-0 rounded-control border border-line bg-sunk" />
      {!stopped && (
        <div
          className="absolute inset-y-0.5 bg-linear-to-r from-transparent to-best-soft"
          style={span(earliest_min, best_from_min)}
        />
      )}
      <div
        className={`absolute inset-y-0.5 min-w-[3px] ${stopped ? 'stopped bg-plate' : 'bg-best'}`}
        style={span(best_from_min, best_to_min)}
      />
      {!stopped && (
        <div
          className="absolute inset-y-0.5 bg-linear-to-r from-best-soft to-warn-soft"
          style={span(best_to_min, latest_min)}
        />
      )}
      {soft && (
        <div
          className="absolute inset-y-0.5 bg-stop opacity-20"
          style={span(soft[0] ?? latest_min, Math.min(soft[1] ?? latest_min, latest_min * 1.3))}
        />
      )}
      <div
        className="absolute inset-y-0 w-[3px] bg-stop"
        style={{ left: `calc(${at(latest_min)}% - 1px)` }}
      />
    </div>
  );
}
