import { scaleLinear, scalePow } from 'd3-scale';
import { type ReactNode, type Ref, useId } from 'react';
import { says } from '@/words';
import { inLine } from './labels';
import { useWidth } from './useWidth';

export interface Series {
  name: string;
  x: number[];
  y: (number | null)[];
  /** A class that sets the stroke, and dashes that tell the lines apart without colour. */
  look: string;
  dash?: string;
}

interface Mark {
  at: number;
  words: string;
  across?: boolean;
}

interface Props {
  label: string;
  series: Series[];
  xLabel: string;
  yLabel: string;
  xWords: (value: number) => string;
  yWords: (value: number) => string;
  marks?: Mark[];
  /** Bend the axis of y by its square root: minutes and days on one chart. */
  bentY?: boolean;
  /** Axes in minutes get ticks that a clock has. */
  minutesX?: boolean;
  minutesY?: boolean;
  yFrom?: number;
  chart?: Ref<SVGSVGElement>;
  children?: ReactNode;
}

const HIGH = 250;
const LEAST_WIDE = 320;
const PAD = { left: 62, right: 132, top: 24, bottom: 34 };
/** The room that one letter of a mark takes [px]. */
const SMALL = 6.4;

/** Lines over one thing, each named at its end; marks across or up and down. */
export function LineChart({
  label,
  series,
  xLabel,
  yLabel,
  xWords,
  yWords,
  marks = [],
  bentY,
  minutesX,
  minutesY,
  yFrom,
  chart,
}: Props) {
  const clip = useId();
  const { part, width } = useWidth<HTMLDivElement>();
  const WIDE = Math.max(width, LEAST_WIDE);
  const xs = series.flatMap((one) => one.x);
  const ys = [
    ...series.flatMap((one) => one.y.filter((y): y is number => y !== null)),
    ...marks.filter((m) => m.across).map((m) => m.at),
  ];
  if (!xs.length || !ys.length) return <p className="text-quiet">{says.app.nothingToDraw}</p>;
  const x = scaleLinear()
    .domain([Math.min(...xs), Math.max(...xs)])
    .range([PAD.left, WIDE - PAD.right]);
  const top = Math.max(...ys) * 1.04 || 1;
  const y = (bentY ? scalePow().exponent(0.5) : scaleLinear())
    .domain([yFrom ?? 0, top])
    .range([HIGH - PAD.bottom, PAD.top])
    .clamp(true);
  const path = (one: Series) => {
    let pen = 'M';
    let drawn = '';
    one.y.forEach((value, place) => {
      if (value === null) pen = 'M';
      else {
        drawn += `${pen}${x(one.x[place] ?? 0).toFixed(1)} ${y(value).toFixed(1)}`;
        pen = 'L';
      }
    });
    return drawn;
  };
  // What runs to the right end is named there, beside the lines: no name is printed over one.
  const names = spread([
    ...series.map((one) => ({ name: one.name, bold: true, y: y(last(one.y) ?? 0) })),
    ...marks.filter((mark) => mark.across).map((mark) => ({ name: mark.words, bold: false, y: y(mark.at) })),
  ]);
  const above = marks.filter((mark) => !mark.across).sort((a, b) => a.at - b.at);
  const starts = inLine(
    above.map((mark) => ({ at: x(mark.at), wide: mark.words.length * SMALL })),
    WIDE,
  );
  return (
    <div ref={part}>
      <svg
        ref={chart}
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        height={HIGH}
        className="block w-full"
        role="img"
        aria-label={label}
      >
        <clipPath id={clip}>
          <rect
            x={PAD.left}
            y={PAD.top - 6}
            width={WIDE - PAD.left - PAD.right}
            height={HIGH - PAD.top - PAD.bottom + 8}
          />
        </clipPath>
        {(minutesY ? clockTicks(top, Boolean(bentY)) : y.ticks(5)).map((tick) => (
          <g key={tick}>
            <path d={`M${PAD.left} ${y(tick)}H${WIDE - PAD.right}`} className="stroke-line" />
            <text x={PAD.left - 6} y={y(tick) + 4} textAnchor="end" fontSize="11" className="fill-quiet">
              {yWords(tick)}
            </text>
          </g>
        ))}
        {(minutesX ? clockTicks(Math.max(...xs), false) : x.ticks(7)).map((tick) => (
          <text
            key={tick}
            x={x(tick)}
            y={HIGH - PAD.bottom + 15}
            textAnchor="middle"
            fontSize="11"
            className="fill-quiet"
          >
            {xWords(tick)}
          </text>
        ))}
        <text
          x={(PAD.left + WIDE - PAD.right) / 2}
          y={HIGH - 4}
          textAnchor="middle"
          fontSize="11"
          className="fill-quiet"
        >
          {xLabel}
        </text>
        <text
          transform={`translate(11 ${HIGH / 2}) rotate(-90)`}
          textAnchor="middle"
          fontSize="11"
          className="fill-quiet"
        >
          {yLabel}
        </text>
        {marks.map((mark) => (
          <g key={mark.words}>
            <path
              d={
                mark.across
                  ? `M${PAD.left} ${y(mark.at)}H${WIDE - PAD.right}`
                  : `M${x(mark.at)} ${PAD.top}V${HIGH - PAD.bottom}`
              }
              className="stroke-ink"
              strokeDasharray="2 3"
            />
          </g>
        ))}
        {above.map((mark, place) => (
          <text
            key={mark.words}
            x={starts?.[place] ?? x(mark.at)}
            y={PAD.top - 8}
            fontSize="11"
            className="fill-ink"
          >
            {mark.words}
          </text>
        ))}
        <g clipPath={`url(#${clip})`}>
          {series.map((one) => (
            <path
              key={one.name}
              d={path(one)}
              fill="none"
              strokeWidth="2.2"
              strokeDasharray={one.dash}
              className={one.look}
              data-series={one.name}
            />
          ))}
        </g>
        {names.map(({ name, bold, at }) => (
          <text
            key={name}
            x={WIDE - PAD.right + 6}
            y={at + 4}
            fontSize="12"
            className={bold ? 'fill-ink font-semibold' : 'fill-quiet'}
          >
            {name}
          </text>
        ))}
      </svg>
    </div>
  );
}

const CLOCK = [1, 2, 5, 10, 15, 30, 60, 120, 240, 360, 720, 1440];

/** Ticks of a time axis [min] up to a most: even steps, or fewer and wider ones where the axis is bent. */
function clockTicks(most: number, bent: boolean): number[] {
  const step = CLOCK.find((one) => most / one <= (bent ? 24 : 8)) ?? 1440;
  const count = Math.floor(most / step);
  const even = Array.from({ length: count + 1 }, (_, place) => place * step);
  return bent ? even.filter((_, place) => [0, 1, 2, 4, 8, 12, 16, 24].includes(place)) : even;
}

const last = (values: (number | null)[]) => values.findLast((value) => value !== null);

/** Names at the lines' ends, pushed apart where they would overlap. */
function spread(found: { name: string; bold: boolean; y: number }[]) {
  let above = -Infinity;
  return [...found]
    .sort((a, b) => a.y - b.y)
    .map(({ y, ...one }) => {
      above = Math.max(y, above + 14);
      return { ...one, at: above };
    });
}
