import { type FormEvent, useState } from 'react';
import type { Caution } from '@/api';
import { list } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, Dialog, Field } from '@/ui';

/** A stop taken knowingly: who, and why, kept in the document. */
export function AcceptDialog({ caution, onClose }: { caution: Caution | null; onClose: () => void }) {
  const { value, set } = useOpened();
  const [initials, setInitials] = useState('');
  const [reason, setReason] = useState('');
  const ready = initials.trim() !== '' && reason.trim() !== '';

  function accept(event: FormEvent) {
    event.preventDefault();
    if (!caution || !ready) return;
    const record = {
      code: caution.code,
      path: caution.path,
      initials: initials.trim(),
      reason: reason.trim(),
      at: new Date().toISOString(),
    };
    set(['accepted'], [...list(value(['accepted'])), record]);
    setReason('');
    onClose();
  }

  return (
    <Dialog
      open={caution !== null}
      onOpenChange={(still) => !still && onClose()}
      title="Accept this stop knowingly"
      says={caution?.text}
    >
      <form onSubmit={accept}>
        <p className="mt-2">{caution?.do}</p>
        <p className="mt-1 text-sm text-quiet">{caution?.source}</p>
        <Field id="initials" label="Your initials" value={initials} onType={setInitials} maxLength={8} />
        <Field
          id="why"
          label="Why it is done all the same"
          value={reason}
          onType={setReason}
          maxLength={400}
        />
        <p className="mt-2 text-sm text-quiet">
          Both are kept in the formula and in every version made from it.
        </p>
        <div className="mt-4 flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            Change the formula instead
          </Button>
          <Button type="submit" disabled={!ready}>
            Accept, on record
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
