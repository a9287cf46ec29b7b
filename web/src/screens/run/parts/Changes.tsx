import type { ReadingChange } from '@/api';
import { fill, named, terms } from '@/words';
import { plain } from '@/words/numbers';
import { run as words } from '@/words/run';

/** So many readings that are otherwise are told. */
const FEW = 4;

/** Readings that are otherwise: as they were meant, and as they are. */
export function Changes({ changes }: { changes: Readonly<Record<string, ReadingChange>> }) {
  return (
    <span className="block text-base text-quiet">
      {Object.entries(changes)
        .slice(0, FEW)
        .map(([key, one]) => (
          <span key={key} className="mr-3 inline-block">
            {fill(words.change, {
              name: one.name,
              planned: plain(one.planned, digits(one)),
              after: plain(one.after, digits(one)),
              unit: named(terms.units, one.unit),
            })}
          </span>
        ))}
    </span>
  );
}

/** As many decimals as tell the difference, and no more. */
function digits({ planned, after }: ReadingChange): number {
  const most = Math.max(Math.abs(planned ?? 0), Math.abs(after ?? 0));
  return most < 10 ? 2 : most < 100 ? 1 : 0;
}
