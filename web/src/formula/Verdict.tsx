import { useBench } from './BenchContext';

const LOOKS: Record<string, string> = {
  ready: 'rounded-control bg-best-soft px-2 py-0.5 text-ink',
  not_ready: 'rounded-control bg-warn-soft px-2 py-0.5 text-warn',
  not_to_be_cooked: 'rounded-control bg-stop-soft px-2 py-0.5 font-semibold text-stop',
};

/** Whether this is ready, said wherever the formula is, with the first reason why not. */
export function Verdict() {
  const { evaluation } = useBench();
  if (!evaluation) return null;
  const { standing, verdict, not_ready: reasons } = evaluation;
  return (
    <span
      aria-live="polite"
      data-part="verdict"
      data-standing={standing}
      title={reasons.map((reason) => reason.text).join('\n')}
      className={`text-sm ${standing === 'ready' && verdict.includes(':') ? LOOKS.not_ready : LOOKS[standing]}`}
    >
      {verdict}
    </span>
  );
}
