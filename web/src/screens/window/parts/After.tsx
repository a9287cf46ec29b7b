import { useRef } from 'react';
import type { JarProfile } from '@/api';
import { LineChart } from '@/drawing';
import { useOpened } from '@/formula/opened';
import { useOrigin } from '@/formula/useOrigin';
import { Exports } from '@/ui';
import { fill, says } from '@/words';
import { duration, percent, plain, seconds } from '@/words/numbers';
import { Said } from '@/words/Said';

/** Lifted out, rinsed if the jar says so, and at rest: salt at the surface, in the middle and on average over a night. */
export function After({ profile }: { profile: JarProfile }) {
  const { jar } = useOpened();
  const of = useOrigin(jar);
  const chart = useRef<SVGSVGElement>(null);
  const after = profile.after;
  if (!after) return null;
  const surface = after.salt_pct.map((row) => row[0] ?? 0);
  const middle = after.salt_pct.map((row) => row.at(-1) ?? 0);
  const [start, end] = [after.evenness[0], after.evenness.at(-1)];
  return (
    <div className="pt-2">
      <p data-part="after">
        <Said
          words={says.after.goes}
          slots={{
            lifted: <strong>{duration(after.lifted_min)}</strong>,
            rinsed: after.rinse_min > 0 && fill(says.after.rinsed, { time: seconds(after.rinse_min) }),
            salt: percent(after.mean_pct[0]),
            from: plain(start, 2),
            to: <strong>{plain(end, 2)}</strong>,
            time: duration(after.t_min.at(-1)),
          }}
        />
      </p>
      <LineChart
        label={says.after.chart}
        chart={chart}
        series={[
          { name: says.after.surface, x: after.t_min, y: surface, look: 'stroke-kelp' },
          { name: says.after.mean, x: after.t_min, y: after.mean_pct, look: 'stroke-ink', dash: '2 3' },
          { name: says.after.middle, x: after.t_min, y: middle, look: 'stroke-warn', dash: '8 3' },
        ]}
        xLabel={says.after.x}
        yLabel={says.after.y}
        xWords={duration}
        minutesX
        yWords={(value) => percent(value, 1)}
      />
      <Exports
        of={of}
        what="after-the-jar"
        chart={chart}
        rows={() =>
          after.t_min.flatMap((after_lifting_min, row) =>
            profile.depth_mm.map((depth_mm, place) => ({
              after_lifting_min,
              depth_mm,
              salt_pct: after.salt_pct[row]?.[place] ?? null,
              mean_salt_pct: after.mean_pct[row] ?? null,
            })),
          )
        }
      />
    </div>
  );
}
