import { useState } from 'react';
import type { Json } from '@/api';
import type { Patch } from '@/document/patch';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Button, NumberInput } from '@/ui';
import { names, says } from '@/words';
import { Said } from '@/words/Said';

/** Given the time until service: whether it fits, and which thickness or which change of the jar would make it fit. */
export function Service({ jar }: { jar: number }) {
  const { apply, readOnly } = useOpened();
  const [typed, setTyped] = useState<Json>(null);
  const minutes = typeof typed === 'number' && typed > 0 ? typed : null;
  const { answer, busy } = useQuestion('fits', minutes === null ? null : { jar, minutes });
  return (
    <div className="pt-2">
      <p className="flex items-center gap-2">
        <Said
          words={says.further.mayStand}
          slots={{
            minutes: (
              <NumberInput
                label={names.minutesUntilService}
                value={typed}
                onType={setTyped}
                className="w-20"
              />
            ),
          }}
        />
        {busy && <span className="text-quiet">{says.further.looking}</span>}
      </p>
      {typed !== null && minutes === null && <p className="mt-2 text-stop">{says.app.aboveNothing}</p>}
      <ul className="mt-2">
        {answer?.map((one) => (
          <li
            key={one.what}
            className="flex items-center gap-3 border-t border-line py-1.5"
            data-fits={one.fits}
          >
            <strong className={`w-8 ${one.fits ? 'text-best' : 'text-warn'}`}>
              {one.fits ? says.further.yes : says.further.no}
            </strong>
            <span className="grow">{one.text}</span>
            {one.patch && !readOnly && (
              <Button look="plain" className="min-h-8!" onClick={() => apply(one.patch as Patch)}>
                {one.deed}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
