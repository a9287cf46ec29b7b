import { useId } from 'react';
import type { FishResult } from '@/api';

const WIDE = 132;
const HIGH = 52;

interface Props {
  fish: FishResult;
  /** How deep acid has turned the flesh [mm]. */
  acidMm: number;
  label: string;
}

/** The cut across at one moment: the rim that acid has turned, to scale. Under skin it does not come. */
export function Rim({ fish, acidMm, label }: Props) {
  const clip = useId();
  const { width_mm: width, thickness_mm: thick, skin } = fish;
  if (!width || !thick) return null;
  const scale = Math.min(WIDE / width, HIGH / thick);
  const points = fish.section.map(([x = 0, y = 0]) => [x * scale, (thick - y) * scale] as const);
  const line = (some: (readonly [number, number])[]) =>
    some.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L');
  const whole = `M${line(points)}Z`;
  // The outline without the edge that lies on the skin.
  const lowest = thick * scale;
  const onSkin = ([, y]: readonly [number, number]) => skin === 'one_side' && y > lowest - 0.5;
  const edges = points.flatMap((point, place) => {
    const next = points[(place + 1) % points.length] ?? point;
    return onSkin(point) && onSkin(next) ? [] : [`M${line([point, next])}`];
  });
  return (
    <svg
      width={width * scale + 4}
      height={thick * scale + 4}
      viewBox={`-2 -2 ${width * scale + 4} ${thick * scale + 4}`}
      role="img"
      aria-label={label}
      data-acid={acidMm}
    >
      <clipPath id={clip}>
        <path d={whole} />
      </clipPath>
      <path d={whole} className="fill-flesh" />
      {acidMm > 0 && skin !== 'all_round' && (
        <path
          d={edges.join('')}
          clipPath={`url(#${clip})`}
          stroke="url(#hatch-acid)"
          strokeWidth={Math.max(acidMm * scale * 2, 2)}
          strokeLinejoin="round"
        />
      )}
      <path d={whole} className="fill-none stroke-flesh-line" strokeWidth="1.2" />
    </svg>
  );
}
