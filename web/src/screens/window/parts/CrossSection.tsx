import { type RefObject, useId } from 'react';
import type { FishResult, JarProfile } from '@/api';
import { useWidth } from '@/drawing';
import { fill, says } from '@/words';
import { millimetres, percent } from '@/words/numbers';
import type { Moment } from '../state/moment';

const HIGH = 236;
const EDGE = { x: 24, y: 22 };
/** The widest that a thin cut is drawn, so that its thickness can still be seen [times its thickness]. */
const LEAST_WIDE = 300;
/** Salt is drawn full at this share [g per 100 g fish] or at the most the jar ever brings, whichever is more. */
const FULL_SALT = 2;
const CONTOURS = [0.25, 0.5, 1, 1.5, 2, 3, 5, 8];

interface Props {
  fish: FishResult;
  profile: JarProfile;
  now: Moment;
  skin: string;
  boned: boolean;
  slashes: number;
  chart: RefObject<SVGSVGElement | null>;
}

/** The cut across, to scale: salt as bands of ink with its contours in figures, turned flesh as a hatched rim. */
export function CrossSection({ fish, profile, now, skin, boned, slashes, chart }: Props) {
  const clip = useId();
  const { part, width: room } = useWidth<HTMLDivElement>();
  const WIDE = Math.max(room, LEAST_WIDE);
  const [width, thick] = [fish.width_mm ?? 0, fish.thickness_mm ?? 0];
  const scale = Math.min((WIDE - 2 * EDGE.x) / width, (HIGH - 2 * EDGE.y) / thick);
  const [w, t] = [width * scale, thick * scale];
  const [left, top] = [(WIDE - w) / 2, EDGE.y];
  const points = fish.section.map(
    ([x = 0, y = 0]) => `${(left + x * scale).toFixed(1)} ${(top + t - y * scale).toFixed(1)}`,
  );
  const outline = `M${points.join('L')}Z`;
  // The core gives the lower face first: what is left is the upper one, from edge to edge.
  const upper = `M${points.slice(1).join('L')}`;
  const broad = profile.faces[2] ?? 0;
  const full = Math.max(FULL_SALT, ...now.salt);
  const faces = broad === 2 ? ['top', 'bottom'] : broad === 1 ? ['top'] : [];
  const edges = edgesOf(profile.depth_mm);
  const y = (face: string, depth: number) => (face === 'top' ? top + depth * scale : top + t - depth * scale);
  const rim = now.acidMm * scale;
  const outer = fish.section.map(([x = 0, y = 0]): [number, number] => [
    left + x * scale,
    top + t - y * scale,
  ]);
  const contours =
    faces.includes('top') || faces.includes('bottom') ? placed(profile.depth_mm, now.salt) : [];
  return (
    <div ref={part}>
      <svg
        ref={chart}
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        height={HIGH}
        className="block w-full"
        role="img"
        aria-label={fill(says.across.label, { width: millimetres(width), thick: millimetres(thick) })}
        data-part="cross-section"
      >
        <clipPath id={clip}>
          <path d={outline} />
        </clipPath>
        <path d={outline} className="fill-flesh" />
        <g clipPath={`url(#${clip})`}>
          {/* From above: the outline moved down cell by cell, each over the last, so that depth follows the cut's own curve. */}
          {faces.includes('top') &&
            now.salt.map((salt, cell) => (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
                key={cell}
                d={outline}
                transform={`translate(0 ${(edges[cell] ?? 0) * scale})`}
                style={{
                  fill: `color-mix(in srgb, var(--color-brine) ${Math.min(100, (salt / full) * 100).toFixed(1)}%, var(--color-flesh))`,
                }}
              />
            ))}
          {faces.includes('bottom') &&
            now.salt.map((salt, cell) => {
              const [from, to] = [edges[cell] ?? 0, edges[cell + 1] ?? 0];
              return (
                <rect
                  // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its place
                  key={cell}
                  x={left}
                  width={w}
                  y={y('bottom', to)}
                  height={(to - from) * scale + 0.4}
                  className="fill-brine"
                  opacity={Math.min(1, salt / full)}
                />
              );
            })}
          {rim > 0.2 && (
            <path
              d={broad === 2 ? outline : `M${[...points.slice(1), points[0]].join('L')}`}
              fill="none"
              stroke="url(#hatch-acid)"
              strokeWidth={2 * rim}
              data-part="rim"
            />
          )}
          {faces.map((face) =>
            contours.map(({ level, depth }) => {
              if (depth * scale < 3) return null;
              return (
                <path
                  key={`${face}-${level}`}
                  d={face === 'top' ? upper : `M${left} ${y(face, depth)}h${w}`}
                  transform={face === 'top' ? `translate(0 ${depth * scale})` : undefined}
                  className="stroke-ink"
                  fill="none"
                  strokeWidth="0.8"
                  strokeDasharray="5 3"
                  opacity="0.75"
                />
              );
            }),
          )}
          {boned && (
            <circle
              cx={left + w / 2}
              cy={top + t / 2}
              r={Math.max(3, t * 0.07)}
              className="fill-plate stroke-flesh-line"
            />
          )}
          {Array.from({ length: slashes }, (_, place) => {
            const x = left + (w * (place + 1)) / (slashes + 1);
            return (
              <path
                key={x}
                d={`M${x - 3} ${top}l3 ${t * 0.3}l3 ${-t * 0.3}z`}
                className="fill-plate stroke-ink"
                strokeWidth="0.8"
              />
            );
          })}
        </g>
        {/* Each figure on its own line, one further along than the next, so that none covers another. */}
        {contours.map(({ level, depth }, place) => {
          const x = left + w * (0.12 + (0.76 * (place + 0.5)) / contours.length);
          const line = faces.includes('top') ? heightAt(outer, x) + depth * scale : y('bottom', depth);
          if (depth * scale < 3) return null;
          return (
            <text
              key={level}
              x={x}
              y={line + 3.5}
              textAnchor="middle"
              fontSize="11"
              fontWeight="600"
              className="fill-ink stroke-flesh"
              strokeWidth="4"
              paintOrder="stroke"
              data-contour={level}
            >
              {percent(level, digitsOf(level))}
            </text>
          );
        })}
        <path d={outline} fill="none" className="stroke-flesh-line" strokeWidth="1.4" />
        {skin === 'one_side' && (
          <path d={`M${left} ${top + t}h${w}`} className="stroke-ink" strokeWidth="3.5" />
        )}
        {skin === 'all_round' && <path d={outline} fill="none" className="stroke-ink" strokeWidth="3" />}
        <path
          d={`M${left} ${top + t + 12}h${10 * scale}m${-10 * scale} -4v8m${10 * scale} -8v8`}
          className="stroke-quiet"
          fill="none"
        />
        <text x={left + 10 * scale + 6} y={top + t + 16} fontSize="11" className="fill-quiet">
          {says.across.ruler}
        </text>
        <text x={left + w} y={top + t + 16} fontSize="11" textAnchor="end" className="fill-quiet">
          {skin === 'one_side'
            ? says.across.skinBelow
            : broad === 1
              ? says.across.liesOn
              : broad === 0
                ? says.across.skinAllRound
                : ''}
        </text>
      </svg>
    </div>
  );
}

/** The contours that the salt has at this moment, from the outside in, each where it lies [mm]. */
function placed(depths: number[], salt: number[]): { level: number; depth: number }[] {
  return CONTOURS.map((level) => ({ level, depth: crossing(depths, salt, level) }))
    .filter((one): one is { level: number; depth: number } => one.depth !== null)
    .reverse();
}

/** No more digits than a level has. */
const digitsOf = (level: number) => (level % 1 === 0 ? 0 : (level * 10) % 1 === 0 ? 1 : 2);

/** The height of an outline's upper edge at X [px]. */
function heightAt(outline: [number, number][], x: number): number {
  let highest = Number.POSITIVE_INFINITY;
  outline.forEach(([fromX, fromY], place) => {
    const [toX, toY] = outline[(place + 1) % outline.length] ?? [fromX, fromY];
    if (fromX === toX || x < Math.min(fromX, toX) || x > Math.max(fromX, toX)) return;
    highest = Math.min(highest, fromY + ((x - fromX) / (toX - fromX)) * (toY - fromY));
  });
  return Number.isFinite(highest) ? highest : 0;
}

/** The edges of the cells whose middles are given. */
function edgesOf(middles: number[]): number[] {
  const edges = [0];
  for (const middle of middles) edges.push(2 * middle - (edges.at(-1) ?? 0));
  return edges;
}

/** The depth at which salt falls below a level, or null where it never stands above it. */
function crossing(depths: number[], salt: number[], level: number): number | null {
  if ((salt[0] ?? 0) < level) return null;
  const below = salt.findIndex((value) => value < level);
  if (below <= 0) return null;
  const [from, to] = [salt[below - 1] ?? 0, salt[below] ?? 0];
  return (
    (depths[below - 1] ?? 0) +
    ((from - level) / (from - to || 1)) * ((depths[below] ?? 0) - (depths[below - 1] ?? 0))
  );
}
