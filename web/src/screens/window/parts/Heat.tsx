import { useRef } from 'react';
import type { CookProfile } from '@/api';
import { LineChart } from '@/drawing';
import { useOrigin } from '@/formula/useOrigin';
import { Exports } from '@/ui';
import { fill, says } from '@/words';
import { degrees, duration, heatTime, millimetres } from '@/words/numbers';
import { Said } from '@/words/Said';

/** The core through the heat and the rest: turned, pulled, carried over; thick and thin; target and published line. */
export function Heat({ cooking }: { cooking: CookProfile }) {
  const of = useOrigin();
  const chart = useRef<SVGSVGElement>(null);
  if (!cooking.t_min.length) {
    return <p className="pt-2 text-quiet">{says.heat.notModelled}</p>;
  }
  const zones = cooking.zones.length
    ? cooking.zones
    : [{ name: says.heat.core, thickness_mm: 0, core_c: cooking.core_c }];
  const dashes = ['', '8 3'];
  const peak = Math.max(...cooking.core_c);
  return (
    <div className="pt-2">
      <p data-part="heat">
        <Said
          words={cooking.flip_min === null ? says.heat.goes : says.heat.turns}
          slots={{
            turn: heatTime(cooking.flip_min),
            pull: <strong>{heatTime(cooking.pull_min)}</strong>,
            peak: <strong>{degrees(peak)}</strong>,
          }}
        />
      </p>
      <LineChart
        label={says.heat.chart}
        chart={chart}
        series={zones.map((zone, place) => ({
          name: zone.thickness_mm ? `${zone.name} ${millimetres(zone.thickness_mm)}` : zone.name,
          x: cooking.t_min,
          y: zone.core_c,
          look: place ? 'stroke-warn' : 'stroke-kelp',
          dash: dashes[place],
        }))}
        xLabel={says.heat.x}
        yLabel={says.heat.core}
        xWords={duration}
        minutesX
        yWords={degrees}
        marks={[
          {
            at: cooking.published_c,
            words: fill(says.heat.published, { core: degrees(cooking.published_c) }),
            across: true,
          },
          ...(cooking.target_c === cooking.published_c
            ? []
            : [
                {
                  at: cooking.target_c,
                  words: fill(says.heat.target, { core: degrees(cooking.target_c) }),
                  across: true,
                },
              ]),
          ...(cooking.flip_min === null ? [] : [{ at: cooking.flip_min, words: says.heat.turn }]),
          ...(cooking.pull_min === null ? [] : [{ at: cooking.pull_min, words: says.heat.pull }]),
        ]}
      />
      <Exports
        of={of}
        what="core-over-time"
        chart={chart}
        rows={() =>
          zones.flatMap((zone) =>
            cooking.t_min.map((time_min, place) => ({
              zone: zone.name,
              thickness_mm: zone.thickness_mm || null,
              time_min,
              core_c: zone.core_c[place] ?? null,
            })),
          )
        }
      />
    </div>
  );
}
