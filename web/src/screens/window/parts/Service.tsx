import { useState } from 'react';
import type { Patch } from '@/document/patch';
import { useOpened } from '@/formula/opened';
import { useQuestion } from '@/formula/useQuestion';
import { Button, TextInput } from '@/ui';
import { fill, names, says } from '@/words';
import { clock, duration } from '@/words/numbers';
import { Said } from '@/words/Said';

const TIME = /^([01]?\d|2[0-3]):[0-5]\d$/;

/** Given when the plate is wanted: what comes before it, what that leaves for the jar, and what would fit. */
export function Service({ jar }: { jar: number }) {
  const { apply, readOnly } = useOpened();
  const [now, setNow] = useState(() => clock(new Date()));
  const [plate, setPlate] = useState('');
  const sound = TIME.test(now.trim()) && TIME.test(plate.trim());
  const asked = sound ? { jar, now: now.trim(), plate: plate.trim() } : null;
  const { answer, busy } = useQuestion('until-plate', asked);
  return (
    <div className="pt-2">
      <p className="flex flex-wrap items-center gap-2">
        <Said
          words={says.further.plateAt}
          slots={{
            now: <TextInput label={names.timeNow} value={now} onType={setNow} className="w-20" />,
            plate: (
              <TextInput
                label={names.plateTime}
                value={plate}
                onType={setPlate}
                placeholder="19:30"
                className="w-20"
                fault={
                  plate.trim().length > 4 && !TIME.test(plate.trim()) ? says.further.timeOfDay : undefined
                }
              />
            ),
          }}
        />
        {busy && <span className="text-quiet">{says.further.looking}</span>}
      </p>
      {plate.trim().length > 4 && !sound && (
        <p role="alert" className="mt-1 text-sm text-stop">
          {says.further.timeOfDay}
        </p>
      )}
      {answer && (
        <p className="mt-2" data-part="until">
          {fill(says.further.until, { time: duration(answer.minutes) })}{' '}
          {answer.after.length > 0 &&
            fill(says.further.after, {
              what: answer.after.map((one) => `${one.what} ${duration(one.minutes)}`).join(', '),
            })}{' '}
          <strong>{answer.text}</strong>
        </p>
      )}
      <ul className="mt-2">
        {answer?.fits.map((one) => (
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
