/** The jar as it fills up: a layer for each line, as high as it weighs, drawn over what all of it is to weigh. */
export function FillingJar({ meant, inside }: { meant: readonly number[]; inside: readonly number[] }) {
  const whole = Math.max(
    meant.reduce((sum, one) => sum + one, 0),
    inside.reduce((sum, one) => sum + one, 0),
    1e-9,
  );
  let top = BOTTOM;
  return (
    <svg viewBox="0 0 60 90" className="h-24 w-16 shrink-0 self-center text-kelp" aria-hidden data-part="jar">
      <path d={BODY} className="fill-plate" />
      <clipPath id="filling-jar">
        <path d={BODY} />
      </clipPath>
      <g clipPath="url(#filling-jar)">
        {inside.map((mass, place) => {
          const high = (mass / whole) * (BOTTOM - FULL);
          top -= high;
          return (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: the lines of a jar keep their places
              key={place}
              data-layer={place}
              x={0}
              y={top}
              width={60}
              height={high}
              className={LAYERS[place % LAYERS.length]}
            />
          );
        })}
      </g>
      <path d={BODY} fill="none" stroke="currentColor" strokeWidth="2.5" />
    </svg>
  );
}

const BOTTOM = 86;
/** Where all of it stands. */
const FULL = 30;
const BODY = 'M18 4h24v10c8 3 12 8 12 16v50a6 6 0 0 1-6 6H12a6 6 0 0 1-6-6V30c0-8 4-13 12-16z';
const LAYERS = ['fill-kelp/75', 'fill-kelp/35', 'fill-best/60', 'fill-kelp/55', 'fill-best/30'];
