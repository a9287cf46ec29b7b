import { useState } from 'react';
import { placeName } from '@/document/placeName';
import { Button, Dialog } from '@/ui';
import { fill, named, names, says, terms } from '@/words';
import { Said } from '@/words/Said';
import { useOpened } from '../opened';
import { withTheirs } from './settle';

/** Where two people changed the same thing: what it was, what each made of it; one is chosen, nothing is lost before that. */
export function ConflictDialog() {
  const { document, change, pantry, draft } = useOpened();
  const [theirs, setTheirs] = useState<Record<string, boolean>>({});
  const conflicts = draft.keeping.state === 'conflict' ? draft.keeping.conflicts : [];

  function settle() {
    const settled = withTheirs(
      document,
      conflicts.filter((one) => theirs[one.path]),
    );
    setTheirs({});
    // A new object even when all was kept as mine: it has to be sent.
    change({ ...settled });
  }

  return (
    <Dialog
      open={conflicts.length > 0}
      onOpenChange={() => {}}
      title={says.conflict.head}
      says={says.conflict.says}
      wide
    >
      <div className="mt-4 space-y-3">
        {conflicts.map((conflict) => (
          <fieldset key={conflict.path} className="border-t border-line pt-2" data-conflict={conflict.path}>
            <legend className="sr-only">{placeName(document, pantry, conflict.path)}</legend>
            <p className="font-semibold" aria-hidden="true">
              {placeName(document, pantry, conflict.path)}
              <span className="ml-2 font-normal text-quiet">
                {fill(says.conflict.was, { value: said(conflict.base) })}
              </span>
            </p>
            <div className="mt-1 grid grid-cols-2 gap-2">
              {[false, true].map((other) => (
                <label
                  key={String(other)}
                  className={`flex min-h-11 items-center gap-2 rounded-control border p-2 ${Boolean(theirs[conflict.path]) === other ? 'border-kelp bg-kelp-soft' : 'border-line'}`}
                >
                  <input
                    type="radio"
                    name={conflict.path}
                    checked={Boolean(theirs[conflict.path]) === other}
                    onChange={() => setTheirs({ ...theirs, [conflict.path]: other })}
                  />
                  <span>
                    <Said
                      words={other ? says.conflict.theirs : says.conflict.mine}
                      slots={{ value: <strong>{said(other ? conflict.theirs : conflict.yours)}</strong> }}
                    />
                  </span>
                </label>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
      <div className="mt-4 flex justify-end">
        <Button onClick={settle}>{names.goOn}</Button>
      </div>
    </Dialog>
  );
}

/** A part of the document in words. */
function said(value: unknown): string {
  if (value === null || value === undefined) return says.conflict.notThere;
  if (typeof value !== 'object') return String(value);
  const part = value as Record<string, unknown>;
  if ('value' in part && 'unit' in part) return `${part.value} ${named(terms.units, String(part.unit))}`;
  if (typeof part.name === 'string') return part.name;
  if (typeof part.ingredient === 'string')
    return `${part.ingredient.replaceAll('-', ' ')}, ${said(part.amount)}`;
  return JSON.stringify(value);
}
