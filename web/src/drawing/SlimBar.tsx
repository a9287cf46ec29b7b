import type { TimeWindow } from '@/api';
import { fill, named, says, terms } from '@/words';
import { duration } from '@/words/numbers';
import { Bands, scaleOf } from './bands';

interface Props {
  window: TimeWindow;
  label: string;
  /** Where the bar ends [min], so that several are aligned. */
  end: number;
  stopped: boolean;
}

/** The window's bar among others: without words or handle, its times in words beside it. */
export function SlimBar({ window, label, end, stopped }: Props) {
  return (
    <div
      className="relative h-5"
      role="img"
      data-binding={window.binding}
      data-stopped={stopped || undefined}
      aria-label={fill(stopped ? says.bar.stopped : says.bar.whole, {
        label,
        from: duration(window.best_from_min),
        to: duration(window.best_to_min),
        latest: duration(window.latest_min),
        binding: named(terms.binding, window.binding),
      })}
    >
      <Bands window={window} at={scaleOf(end)} end={end} stopped={stopped} />
    </div>
  );
}
