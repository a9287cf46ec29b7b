import { Button } from '@/ui';
import { useOpened } from '../opened';

/** One step back, one forth. */
export function Steps() {
  const { draft, readOnly } = useOpened();
  if (readOnly) return null;
  return (
    <span className="flex">
      <Button
        look="quiet"
        className="px-2!"
        disabled={!draft.back}
        onClick={draft.undo}
        aria-label="One step back"
      >
        ↶
      </Button>
      <Button
        look="quiet"
        className="px-2!"
        disabled={!draft.forth}
        onClick={draft.redo}
        aria-label="One step forth"
      >
        ↷
      </Button>
    </span>
  );
}
