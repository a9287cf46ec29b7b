import type { Problem } from '@/api';
import { names, says } from '@/words';

interface Props {
  /** Why the server is not heard, while it is not. */
  problem: Problem | null;
  /** Why signing out did not work. */
  stuck: string | null;
}

/** On every screen: that the server is not heard, or that one is signed out. */
export function Connection({ problem, stuck }: Props) {
  const said = stuck ?? (problem && says.troubles[problem.trouble].title);
  return (
    <p
      role="status"
      data-part="connection"
      data-stuck={stuck === null ? undefined : true}
      className={said ? 'rounded-control bg-warn-soft px-2 py-0.5 text-sm text-warn' : ''}
    >
      {said}
      {problem?.trouble === 'signed_out' && (
        <a className="ml-2 underline" href={`/sign-in?from=${encodeURIComponent(window.location.pathname)}`}>
          {names.signIn}
        </a>
      )}
    </p>
  );
}
