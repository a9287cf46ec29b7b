import type { Stratum } from '@/api';
import { fill, says, terms } from '@/words';
import { millilitres } from '@/words/numbers';

/** A jar is three quarters full when it holds what it holds; its shape is one and a half times as high as wide. */
const FULL = 0.75;
const TALL = 1.5;
const NECK = 0.16;
const LETTER = 11;
/** From the bottom: what sinks and what is dissolved, then the liquids by weight, then what floats. */
const ORDER = ['salt', 'sugar', 'starch', 'other', 'water', 'acid', 'alcohol', 'oil', 'aromatics'];

const volume = (strata: Stratum[]) => strata.reduce((sum, one) => sum + one.volume_ml, 0);

/** Centimetres of glass below the neck for a content: the volume of a cylinder, three quarters full. */
function glassCm(strata: Stratum[]): number {
  return TALL * Math.cbrt((volume(strata) / FULL / TALL) * (4 / Math.PI));
}

/** Pixels a centimetre, so that the largest jar on a shelf is HIGH pixels high. One scale for the whole shelf. */
export function shelfScale(jars: Stratum[][], high: number): number {
  const tallest = Math.max(...jars.map(glassCm), 0.1);
  return high / (tallest * (1 + NECK));
}

export function jarHeight(strata: Stratum[], scale: number): number {
  return Math.max(glassCm(strata), 0.6) * (1 + NECK) * scale;
}

interface Props {
  strata: Stratum[];
  /** Pixels a centimetre. */
  scale: number;
  name: string;
  open?: boolean;
}

/** A jar to scale, with the strata of what it holds: the height of a layer is its share of the volume. */
export function JarDrawing({ strata, scale, name, open = false }: Props) {
  const whole = volume(strata);
  const glass = Math.max(glassCm(strata) * scale, 8);
  const neck = glass * NECK;
  const width = glass / TALL;
  const height = glass + neck;
  const edge = open ? 3 : 1.8;
  const layers = ORDER.map((component) => strata.find((one) => one.component === component)).filter(
    (one) => one !== undefined,
  );
  let top = height;
  return (
    <svg
      width={width + 6}
      height={height + 3}
      viewBox={`-3 -1.500 ${width + 6} ${height + 3}`}
      role="img"
      aria-label={fill(says.jars.drawn, {
        jar: name,
        volume: millilitres(whole),
        layers: layers
          .map((one) =>
            fill(says.jars.layer, {
              component: terms.components[one.component].name,
              volume: millilitres(one.volume_ml),
            }),
          )
          .join(', '),
      })}
      className={open ? 'text-kelp' : 'text-quiet'}
      data-full={FULL}
    >
      <path d={body(width, height, neck)} className="fill-plate" />
      <clipPath id={`glass-${name}-${Math.round(whole * 10)}`}>
        <path d={body(width, height, neck)} />
      </clipPath>
      <g clipPath={`url(#glass-${name}-${Math.round(whole * 10)})`}>
        {layers.map((one) => {
          const high = (one.volume_ml / whole) * glass * FULL;
          top -= high;
          return (
            <g key={one.component} data-component={one.component}>
              <rect x={0} y={top} width={width} height={high} fill={`url(#hatch-${one.component})`} />
              {high >= LETTER && width > 16 && (
                <text
                  x={width - 4}
                  y={top + high / 2 + 3.5}
                  textAnchor="end"
                  fontSize="10"
                  fontWeight="700"
                  className="fill-strata-ink"
                >
                  {terms.components[one.component].letter}
                </text>
              )}
            </g>
          );
        })}
      </g>
      <path
        d={body(width, height, neck)}
        fill="none"
        stroke="currentColor"
        strokeWidth={edge}
        strokeLinejoin="round"
      />
      <rect
        x={width * 0.14}
        y={-0.5}
        width={width * 0.72}
        height={Math.max(neck * 0.5, 2)}
        rx="1.5"
        fill="currentColor"
      />
    </svg>
  );
}

function body(width: number, height: number, neck: number): string {
  const inset = width * 0.16;
  const round = Math.min(width * 0.12, 8);
  return [
    `M${inset} ${neck * 0.4}`,
    `V${neck * 0.7}`,
    `Q0 ${neck} 0 ${neck * 1.6}`,
    `V${height - round}`,
    `Q0 ${height} ${round} ${height}`,
    `H${width - round}`,
    `Q${width} ${height} ${width} ${height - round}`,
    `V${neck * 1.6}`,
    `Q${width} ${neck} ${width - inset} ${neck * 0.7}`,
    `V${neck * 0.4}`,
    'Z',
  ].join('');
}
