import { type FormEvent, useState } from 'react';
import type { Caution } from '@/api';
import { list } from '@/document/document';
import { useOpened } from '@/formula/opened';
import { Button, Dialog, Field } from '@/ui';
import { names, says } from '@/words';

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
      title={says.cautions.accept}
      says={caution?.text}
    >
      <form onSubmit={accept}>
        <p className="mt-2">{caution?.do}</p>
        <p className="mt-1 text-sm text-quiet">{caution?.source}</p>
        <Field id="initials" label={names.initials} value={initials} onType={setInitials} maxLength={8} />
        <Field id="why" label={names.why} value={reason} onType={setReason} maxLength={400} />
        <p className="mt-2 text-sm text-quiet">{says.cautions.bothKept}</p>
        <div className="mt-4 flex justify-end gap-2">
          <Button look="quiet" onClick={onClose}>
            {names.changeInstead}
          </Button>
          <Button type="submit" disabled={!ready}>
            {names.acceptOnRecord}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
