import { useState } from 'react';
import type { Json } from '@/api';
import { Button, Dialog } from '@/ui';
import { useBench } from './BenchContext';
import { put, wayOf } from './document';
import type { Draft } from './useDraft';

const said = (value: unknown): string => {
  if (value === null || value === undefined) return 'taken out';
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
};

/** Where two people changed the same thing: both are shown, one is chosen, neither is lost before that. */
export function ConflictDialog({ draft }: { draft: Draft }) {
  const { document, change } = useBench();
  const [theirs, setTheirs] = useState<Record<string, boolean>>({});
  const conflicts = draft.keeping.state === 'conflict' ? draft.keeping.conflicts : [];

  function settle() {
    let settled = document;
    for (const conflict of conflicts) {
      if (theirs[conflict.path]) settled = put(settled, wayOf(conflict.path), conflict.theirs as Json);
    }
    setTheirs({});
    // A new object even when all was kept as mine: it has to be sent.
    change({ ...settled });
  }

  return (
    <Dialog
      open={conflicts.length > 0}
      onOpenChange={() => {}}
      title="Somebody else changed the same place"
      says="Everything else was merged. Choose for each of these."
    >
      <ul className="mt-4 space-y-3">
        {conflicts.map((conflict) => (
          <li key={conflict.path}>
            <fieldset>
              <legend className="font-semibold">{conflict.path.slice(1).replaceAll('/', ' › ')}</legend>
              {[false, true].map((other) => (
                <label key={String(other)} className="flex min-h-9 items-center gap-2">
                  <input
                    type="radio"
                    name={conflict.path}
                    checked={Boolean(theirs[conflict.path]) === other}
                    onChange={() => setTheirs({ ...theirs, [conflict.path]: other })}
                  />
                  <span>
                    {other ? 'theirs' : 'mine'}:{' '}
                    <strong>{said(other ? conflict.theirs : conflict.yours)}</strong>
                  </span>
                </label>
              ))}
            </fieldset>
          </li>
        ))}
      </ul>
      <div className="mt-4 flex justify-end">
        <Button onClick={settle}>Go on with these</Button>
      </div>
    </Dialog>
  );
}
