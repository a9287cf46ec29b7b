import type { LineResult, Pantry } from '@/api';
import { terms } from '@/words';
import { grams, percent } from '@/words/numbers';

/** The widest bar [px]; the heaviest line of the jar has it. */
const WIDE = 122;
const HIGH = 11;
/** Less than this of a line is not drawn [px]. */
const LEAST = 0.4;

type Holds = Pantry['ingredients'][number]['holds'];
type Component = keyof typeof terms.components;
const COMPONENTS = Object.keys(terms.components) as Component[];

interface Props {
  result: LineResult;
  holds: Holds | undefined;
  /** The heaviest line of the jar [g]: all bars are to its scale. */
  heaviest: number;
}

/** What a line is made of, as a bar to the scale of its jar, and the most telling of it in words. */
export function Brings({ result, holds, heaviest }: Props) {
  const { mass_g: mass } = result;
  const width = mass && heaviest ? Math.max((mass / heaviest) * WIDE, 3) : 0;
  const parts = COMPONENTS.map((component) => ({
    component,
    wide: (holds?.[component as keyof Holds] ?? 0) * width,
  })).filter((one) => one.wide >= LEAST);
  let at = 0;
  return (
    <span className="block" data-part="brings">
      <svg width={WIDE + 2} height={HIGH + 2} className="block max-w-full" aria-hidden="true">
        {parts.map(({ component, wide }) => {
          at += wide;
          return (
            <rect
              key={component}
              x={1 + at - wide}
              y="1"
              width={wide}
              height={HIGH}
              fill={`url(#hatch-${component})`}
            />
          );
        })}
        {width > 0 && (
          <rect
            x="1"
            y="1"
            width={width}
            height={HIGH}
            fill="none"
            className="stroke-edge"
            strokeWidth="0.8"
          />
        )}
      </svg>
      <span className="block text-sm leading-4.5 whitespace-nowrap text-quiet">{told(result)}</span>
    </span>
  );
}

/** The share of the fish, and the one thing that a cook would look for. */
function told(result: LineResult): string {
  const share = result.share_of_fish_pct;
  const words = [
    share !== null && percent(share, share < 10 ? 2 : 0),
    (result.salt_g ?? 0) >= 0.05 && `${grams(result.salt_g)} ${terms.components.salt.name}`,
    (result.acid_g ?? 0) >= 0.05 && `${grams(result.acid_g)} ${terms.components.acid.name}`,
    (result.sugar_g ?? 0) >= 0.5 && `${grams(result.sugar_g)} ${terms.components.sugar.name}`,
    (result.oil_g ?? 0) >= 0.5 && `${grams(result.oil_g)} ${terms.components.oil.name}`,
  ].filter(Boolean);
  return words.slice(0, 2).join(' · ');
}
