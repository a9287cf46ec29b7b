import type { FishResult } from '@/api';
import { fill, says } from '@/words';
import { millimetres } from '@/words/numbers';

const WIDE = 226;

interface Props {
  fish: FishResult;
  skin: string;
  boned: boolean;
  slashes: number;
}

/** The cut from above and across, both to one scale, with its measures, skin, bone and slashes. */
export function Cut({ fish, skin, boned, slashes }: Props) {
  const { length_mm: length, width_mm: width, thickness_mm: thick } = fish;
  if (!length || !width || !thick) {
    return <p className="rounded-control bg-sunk p-3 text-quiet">{says.fish.measureIt}</p>;
  }
  const scale = Math.min(WIDE / length, 70 / width, 46 / thick, 3.2);
  const path = (points: number[][]) =>
    `M${points.map(([x = 0, y = 0]) => `${(x * scale).toFixed(1)} ${(y * scale).toFixed(1)}`).join('L')}Z`;
  const [w, h, t] = [length * scale, width * scale, thick * scale];
  const left = (WIDE - w) / 2;
  const below = h + 34;
  return (
    <svg
      viewBox={`-6 -4 ${WIDE + 12} ${below + t + 12}`}
      className="w-full"
      role="img"
      aria-label={fill(says.fish.onePieceToScale, {
        length: millimetres(length),
        width: millimetres(width),
        thick: millimetres(thick),
      })}
    >
      <g transform={`translate(${left} 0)`}>
        <path
          d={path(fish.outline)}
          className="fill-flesh stroke-flesh-line"
          strokeWidth="1.2"
          strokeLinejoin="round"
        />
        {slashes > 0 && (
          <path d={slashPath(slashes, w, h)} className="stroke-ink" strokeWidth="1.6" fill="none" />
        )}
        <path d={`M0 ${h + 10}H${w}M0 ${h + 6}v8M${w} ${h + 6}v8`} className="stroke-quiet" fill="none" />
        <text x={w / 2} y={h + 25} textAnchor="middle" fontSize="12" className="fill-quiet">
          {millimetres(length)}
        </text>
      </g>
      <g transform={`translate(${(WIDE - width * scale) / 2} ${below})`} data-part="section">
        <g transform={`translate(0 ${t}) scale(1 -1)`}>
          <path
            d={path(fish.section)}
            className="fill-flesh stroke-flesh-line"
            strokeWidth="1.2"
            strokeLinejoin="round"
          />
          {boned && (
            <circle
              cx={(width * scale) / 2}
              cy={t / 2}
              r={Math.max(2, t * 0.08)}
              className="fill-plate stroke-flesh-line"
            />
          )}
          {skin === 'one_side' && <path d={`M0 0H${width * scale}`} className="stroke-ink" strokeWidth="3" />}
          {skin === 'all_round' && (
            <path
              d={path(fish.section)}
              className="stroke-ink"
              fill="none"
              strokeWidth="2.5"
              strokeLinejoin="round"
            />
          )}
        </g>
        <path
          d={`M${width * scale + 8} 0V${t}M${width * scale + 4} 0h8M${width * scale + 4} ${t}h8`}
          className="stroke-quiet"
          fill="none"
        />
        <text x={width * scale + 16} y={t / 2 + 4} fontSize="12" className="fill-quiet">
          {millimetres(thick)}
        </text>
      </g>
    </svg>
  );
}

/** Cuts across the back, evenly spaced and on the slant. */
function slashPath(number: number, wide: number, high: number): string {
  return Array.from({ length: Math.min(number, 12) }, (_, place) => {
    const x = wide * (0.22 + (0.5 * (place + 0.5)) / Math.min(number, 12));
    return `M${x.toFixed(1)} ${(high * 0.2).toFixed(1)}l${(high * 0.2).toFixed(1)} ${(high * 0.6).toFixed(1)}`;
  }).join('');
}
