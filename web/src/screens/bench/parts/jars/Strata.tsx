import type { Stratum } from '@/api';
import { names, terms } from '@/words';
import { grams } from '@/words/numbers';

/** What a scale does not show is not told. */
const LEAST_G = 0.05;

/** What the jar holds, as a key to its drawing. */
export function Strata({ strata }: { strata: Stratum[] }) {
  const told = strata.filter((one) => one.mass_g >= LEAST_G);
  if (!told.length) return null;
  return (
    <ul
      aria-label={names.jarHolds}
      className="mt-3 flex flex-wrap gap-x-4 gap-y-1 border-t border-line pt-2 text-sm text-quiet"
    >
      {told.map((one) => (
        <li key={one.component} className="flex items-center gap-1.5">
          <svg width="18" height="18" aria-hidden="true">
            <rect width="18" height="18" rx="3" fill={`url(#hatch-${one.component})`} />
            <text x="9" y="13" textAnchor="middle" fontSize="11" fontWeight="700" className="fill-strata-ink">
              {terms.components[one.component].letter}
            </text>
          </svg>
          {terms.components[one.component].name} {grams(one.mass_g)}
        </li>
      ))}
    </ul>
  );
}
