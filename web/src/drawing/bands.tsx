import { scalePow } from 'd3-scale';
import type { TimeWindow } from '@/api';

/** Time is drawn by its square root, as salt and acid move: a few minutes and two days fit on one bar. */
const BEND = 0.5;

/** From minutes to the place on a bar [%] that ends at END minutes. */
export const scaleOf = (end: number) => scalePow().exponent(BEND).domain([0, end]).range([0, 100]);

interface Props {
  window: TimeWindow;
  at: (minutes: number) => number;
  end: number;
  /** Whether something stops the formula: then this is no time to go by, and looks so. */
  stopped: boolean;
}

/** Earliest fading in, best, fading out to the latest, whose doubt is a soft edge. */
export function Bands({ window, at, end, stopped }: Props) {
  const { earliest_min, best_from_min, best_to_min, latest_min, latest_min_range: soft } = window;
  const span = (from: number, to: number) => ({
    left: `${at(from)}%`,
    width: `${Math.max(at(Math.min(to, end)) - at(from), 0)}%`,
  });
  return (
    <>
      <div className="absolute inset-0 rounded-control border border-line bg-sunk" />
      {!stopped && (
        <>
          <div
            className="absolute inset-y-px bg-linear-to-r from-transparent to-best-soft"
            style={span(earliest_min, best_from_min)}
          />
          <div
            className="absolute inset-y-px bg-linear-to-r from-best-soft to-warn-soft"
            style={span(best_to_min, latest_min)}
          />
        </>
      )}
      <div
        className={`absolute inset-y-0 min-w-[3px] forced-color-adjust-none ${stopped ? 'stopped bg-plate' : 'bg-best'}`}
        style={span(best_from_min, best_to_min)}
        data-part="best"
      />
      {soft && (
        <div
          className="absolute inset-y-px bg-stop opacity-20"
          style={span(Math.min(soft[0] ?? latest_min, latest_min), soft[1] ?? latest_min)}
        />
      )}
      <div
        className="absolute -inset-y-1 w-[3px] -translate-x-1/2 bg-stop forced-color-adjust-none"
        style={{ left: `${at(latest_min)}%` }}
        data-part="latest"
      />
    </>
  );
}
