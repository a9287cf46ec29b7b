import type { LineResult } from '@/api';
import { fill, says, terms } from '@/words';
import { grams, percent } from '@/words/numbers';

/** What a line brings, the most telling first: salt, acid, sugar, oil. */
export function Brings({ result }: { result: LineResult }) {
  const acid = result.acid_meq ?? 0;
  const found = [
    {
      name: terms.components.salt.name,
      component: 'salt',
      amount: result.salt_g ?? 0,
      words: grams(result.salt_g),
      least: 0.05,
    },
    { name: says.lines.meqAcid, component: 'acid', amount: acid, words: acid.toFixed(0), least: 0.5 },
    {
      name: terms.components.sugar.name,
      component: 'sugar',
      amount: result.sugar_g ?? 0,
      words: grams(result.sugar_g),
      least: 0.5,
    },
    {
      name: terms.components.oil.name,
      component: 'oil',
      amount: result.oil_g ?? 0,
      words: grams(result.oil_g),
      least: 0.5,
    },
  ].filter((one) => one.amount >= one.least);
  if (!found.length)
    return (
      <span className="text-sm text-quiet">
        {fill(says.lines.ofFish, { share: percent(result.share_of_fish_pct) })}
      </span>
    );
  return (
    <span
      className="flex flex-wrap gap-x-2 text-sm leading-5"
      title={fill(says.lines.ofTheFish, { share: percent(result.share_of_fish_pct) })}
    >
      {found.slice(0, 2).map((one) => (
        <span key={one.name} className="flex items-center gap-1 whitespace-nowrap">
          <svg width="12" height="12" aria-hidden="true">
            <rect width="12" height="12" rx="2" fill={`url(#hatch-${one.component})`} />
          </svg>
          {one.words} {one.name}
        </span>
      ))}
    </span>
  );
}
