import { Button } from '@/ui';
import { names } from '@/words';
import { useOpened } from '../opened';

/** One step back, one forth. */
export function Steps() {
  const { draft, readOnly } = useOpened();
  if (readOnly) return null;
  const steps = [
    { label: names.stepBack, sign: '↶', there: draft.back, go: draft.undo },
    { label: names.stepForth, sign: '↷', there: draft.forth, go: draft.redo },
  ];
  return (
    <span className="flex">
      {steps.map(({ label, sign, there, go }) => (
        <Button key={label} look="quiet" className="px-2!" disabled={!there} onClick={go} aria-label={label}>
          {sign}
        </Button>
      ))}
    </span>
  );
}
