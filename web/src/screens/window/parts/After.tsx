import { useRef } from 'react';
import type { JarProfile } from '@/api';
import { LineChart } from '@/drawing';
import { Exports } from '@/ui';
import { duration, percent, plain } from '@/words/numbers';

/** Lifted out, rinsed if the jar says so, and at rest: salt at the surface, in the middle and on average over a night. */
export function After({ profile }: { profile: JarProfile }) {
  const chart = useRef<SVGSVGElement>(null);
  const after = profile.after;
  if (!after) return <p className="pt-2 text-quiet">Nothing has gone in that could even out.</p>;
  const surface = after.salt_pct.map((row) => row[0] ?? 0);
  const middle = after.salt_pct.map((row) => row.at(-1) ?? 0);
  const [start, end] = [after.evenness[0], after.evenness.at(-1)];
  return (
    <div className="pt-2">
      <p data-part="after">
        Lifted out at <strong>{duration(after.lifted_min)}</strong>
        {after.rinse_min > 0 && `, rinsed for ${Math.round(after.rinse_min * 60)} s`};{' '}
        {percent(after.mean_pct[0])} salt stays in. At rest in the chiller the middle goes from{' '}
        {start == null ? '—' : plain(start, 2)} of the mean to{' '}
        <strong>{end == null ? '—' : plain(end, 2)}</strong> after {duration(after.t_min.at(-1))}.
      </p>
      <LineChart
        label="Salt while it rests"
        chart={chart}
        series={[
          { name: 'surface', x: after.t_min, y: surface, look: 'stroke-kelp' },
          { name: 'mean', x: after.t_min, y: after.mean_pct, look: 'stroke-ink', dash: '2 3' },
          { name: 'middle', x: after.t_min, y: middle, look: 'stroke-warn', dash: '8 3' },
        ]}
        xLabel="after lifting out"
        yLabel="salt, % of the fish"
        xWords={duration}
        minutesX
        yWords={(value) => percent(value, 1)}
      />
      <Exports
        name="after-the-jar"
        chart={chart}
        rows={() => [
          ['after lifting out [min]', 'surface [%]', 'mean [%]', 'middle [%]'],
          ...after.t_min.map((t, place) => [
            t,
            surface[place] ?? null,
            after.mean_pct[place] ?? null,
            middle[place] ?? null,
          ]),
        ]}
      />
    </div>
  );
}
