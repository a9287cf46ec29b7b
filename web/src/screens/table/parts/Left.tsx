import { Link } from '@tanstack/react-router';
import { addressOf } from '@/formula/address';
import { leftHere } from '@/formula/draft/keepers';
import { says } from '@/words';

/** What its author left in this browser before the server had it: opened, it goes on, and is sent. */
export function Left({ kitchen }: { kitchen: string }) {
  const left = leftHere(kitchen);
  if (!left.length) return null;
  return (
    <p className="mt-3 rounded-control bg-warn-soft px-3 py-1.5" data-part="left">
      {says.table.left}{' '}
      {left.map(({ formula, title }) => (
        <Link
          key={formula}
          to="/$kitchen/formula/$formula/bench"
          params={{ kitchen, formula: addressOf(formula) }}
          className="mr-3 inline-flex min-h-6 items-center font-bold underline pointer-coarse:min-h-11"
        >
          {title || says.table.untitled}
        </Link>
      ))}
    </p>
  );
}
