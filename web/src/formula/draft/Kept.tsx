import { NOT_YET, POLICY } from '@/api';
import { LinkButton } from '@/ui';
import { fill, names, says } from '@/words';
import { clock } from '@/words/numbers';
import { useOpened } from '../opened';
import type { Keeping } from './DraftKeeper';

/** Whether all that was typed is kept and the figures are of it; where not, why, and what one can do. */
export function Kept() {
  const { draft, stale, unreckoned, tryNow } = useOpened();
  const { keeping, merged } = draft;
  const problem = keeping.state === 'trouble' ? keeping.problem : unreckoned;
  const state = problem && keeping.state !== 'conflict' ? problem.trouble : keeping.state;
  const calm = state === 'kept' || state === 'typing' || state === 'keeping';
  return (
    <span
      role="status"
      data-part="kept"
      data-state={state}
      data-stale={stale}
      className={`text-sm ${calm ? 'text-quiet' : 'rounded-control bg-warn-soft px-2 py-0.5 text-warn'}`}
    >
      {!problem &&
        (draft.number() === NOT_YET && state === 'kept' ? says.kept.nothing : calmly(keeping, merged))}
      {problem && keeping.state === 'trouble' && says.troubles[problem.trouble].typing}
      {problem && keeping.state !== 'trouble' && says.kept.unreckoned}
      {problem && ['refused', 'broken', 'busy'].includes(problem.trouble) && `: ${problem.detail}`}
      {problem && POLICY[problem.trouble].ways.includes('again') && (
        <LinkButton className="ml-1" onClick={tryNow}>
          {names.tryAgain}
        </LinkButton>
      )}
      {problem && POLICY[problem.trouble].ways.includes('sign_in') && (
        <a className="ml-1 underline" href={`/sign-in?from=${encodeURIComponent(window.location.pathname)}`}>
          {names.signIn}
        </a>
      )}
    </span>
  );
}

function calmly(keeping: Keeping, merged: boolean): string {
  if (keeping.state === 'conflict') return says.kept.conflict;
  if (keeping.state !== 'kept') return says.kept.keeping;
  return fill(merged ? says.kept.merged : says.kept.kept, { time: clock(keeping.at) });
}
