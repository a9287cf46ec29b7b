import type { TargetState } from '@/api';
import { fill, says } from '@/words';
import { inUnit } from '@/words/numbers';

export interface Bounds {
  value?: number | null;
  min?: number | null;
  max?: number | null;
}

/** A reading on a scale from nothing past its target: the band is the target, the mark is the reading. */
export function Gauge({
  now,
  bounds,
  state,
  unit,
}: {
  now: number;
  bounds: Bounds;
  state: TargetState;
  unit: string;
}) {
  const aim = bounds.value;
  const low = bounds.min ?? (aim == null ? 0 : aim * 0.98);
  const top = Math.max(bounds.max ?? aim ?? low * 1.6, now) * 1.25 || 1;
  const high = bounds.max ?? (aim == null ? top : aim * 1.02);
  const at = (value: number) => Math.min(100, Math.max(0, (value / top) * 100));
  return (
    <dd className="w-full" data-state={state.state}>
      <svg viewBox="0 0 100 8" preserveAspectRatio="none" className="block h-2.5 w-full" aria-hidden="true">
        <rect
          y="1"
          width="100"
          height="6"
          rx="2"
          className="fill-sunk stroke-edge"
          strokeWidth="0.6"
          vectorEffect="non-scaling-stroke"
        />
        <rect
          x={at(low)}
          y="1"
          width={Math.max(at(high) - at(low), 1.2)}
          height="6"
          className="fill-best-soft stroke-best"
          strokeWidth="1"
          vectorEffect="non-scaling-stroke"
        />
        <rect
          x={at(now) - 0.7}
          width="1.4"
          height="8"
          className={state.state === 'in' ? 'fill-best' : 'fill-warn'}
        />
      </svg>
      <span className={`text-sm ${state.state === 'in' ? 'text-best' : 'text-warn'}`}>
        {fill(says.readings[state.state], { by: inUnit(state.by, unit) })}
      </span>
    </dd>
  );
}
