import { useRef } from 'react';
import type { CookProfile } from '@/api';
import { LineChart } from '@/drawing';
import { Exports } from '@/ui';
import { duration, plain } from '@/words/numbers';

/** The core through the heat and the rest: turned, pulled, carried over; thick and thin; target and published line. */
export function Heat({ cooking }: { cooking: CookProfile }) {
  const chart = useRef<SVGSVGElement>(null);
  if (!cooking.t_min.length) {
    return (
      <p className="pt-2 text-quiet">
        This way of cooking is not modelled, or the fish is served raw. Read a probe.
      </p>
    );
  }
  const zones = cooking.zones.length
    ? cooking.zones
    : [{ name: 'core', thickness_mm: 0, core_c: cooking.core_c }];
  const dashes = ['', '8 3'];
  const peak = Math.max(...cooking.core_c);
  return (
    <div className="pt-2">
      <p data-part="heat">
        {cooking.flip_min !== null && `Turned at ${duration(cooking.flip_min)}, `}
        pulled at <strong>{duration(cooking.pull_min)}</strong>; the core peaks at{' '}
        <strong>{plain(peak, 0)} °C</strong> in the rest. A modelled time is never proof: read a probe.
      </p>
      <LineChart
        label="The core over time"
        chart={chart}
        series={zones.map((zone, place) => ({
          name: `${zone.name} ${zone.thickness_mm ? `${plain(zone.thickness_mm, 0)} mm` : ''}`.trim(),
          x: cooking.t_min,
          y: zone.core_c,
          look: place ? 'stroke-warn' : 'stroke-kelp',
          dash: dashes[place],
        }))}
        xLabel="in the heat, then at rest"
        yLabel="core"
        xWords={duration}
        minutesX
        yWords={(value) => `${plain(value, 0)} °C`}
        marks={[
          { at: cooking.published_c, words: `published ${plain(cooking.published_c, 0)} °C`, across: true },
          ...(cooking.target_c === cooking.published_c
            ? []
            : [{ at: cooking.target_c, words: `target ${plain(cooking.target_c, 0)} °C`, across: true }]),
          ...(cooking.flip_min === null ? [] : [{ at: cooking.flip_min, words: 'turn' }]),
          ...(cooking.pull_min === null ? [] : [{ at: cooking.pull_min, words: 'pull' }]),
        ]}
      />
      <Exports
        name="core-over-time"
        chart={chart}
        rows={() => [
          ['time [min]', ...zones.map((zone) => `${zone.name} [degC]`)],
          ...cooking.t_min.map((t, place) => [t, ...zones.map((zone) => zone.core_c[place] ?? null)]),
        ]}
      />
    </div>
  );
}
