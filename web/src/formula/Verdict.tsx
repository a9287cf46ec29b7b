import { useOpened } from './opened';

const LOOKS: Record<string, string> = {
  calm: 'bg-best-soft text-ink',
  care: 'bg-warn-soft text-warn',
  grave: 'bg-stop-soft font-semibold text-stop',
};

/** Whether this is ready, said wherever the formula is, with the first reason why not. */
export function Verdict() {
  const { evaluation } = useOpened();
  if (!evaluation) return null;
  const { standing, verdict, not_ready: reasons } = evaluation;
  return (
    <span
      aria-live="polite"
      data-part="verdict"
      data-standing={standing}
      title={reasons.map((reason) => reason.text).join('\n')}
      className={`rounded-control px-2 py-0.5 text-sm ${LOOKS[verdict.tone]}`}
    >
      {verdict.text}
    </span>
  );
}
