import type { ReactNode } from 'react';
import { names } from '@/words';
import { Button } from './Button';
import { Dialog } from './Dialog';
import { Trouble } from './Trouble';
import type { Sending } from './useSending';

interface Props {
  /** What is about to be done, and what comes of it; nothing is asked while there is none. */
  title: string | undefined;
  says: ReactNode;
  sending: Sending;
  onDo: () => void;
  onClose: () => void;
}

/** Asks before something that is hard to take back. */
export function AskFirst({ title, says, sending, onDo, onClose }: Props) {
  return (
    <Dialog open={title !== undefined} onOpenChange={(still) => !still && onClose()} title={title ?? ''}>
      <p className="mt-2">{says}</p>
      <Trouble words={sending.problem?.detail} />
      <div className="mt-4 flex justify-end gap-2">
        <Button look="quiet" onClick={onClose}>
          {names.notNow}
        </Button>
        <Button onClick={onDo} disabled={sending.busy}>
          {title}
        </Button>
      </div>
    </Dialog>
  );
}
