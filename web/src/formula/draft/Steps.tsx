import { Button } from '@/ui';
import { useOpened } from '../opened';

/** One step back, one forth. */
export function Steps() {
  const { draft, readOnly } = useOpened();
  if (readOnly) return null;
  const steps = [
    { label: 'One step back', sign: '↶', there: draft.back, go: draft.undo },
    { label: 'One step forth', sign: '↷', there: draft.forth, go: draft.redo },
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
