import { useState } from 'react';
import { run as words } from '@/words/run';
import { isWrong, shows } from '../state/shows';
import { useReadings } from '../state/useReadings';
import { LogButton } from './LogButton';
import { Panel } from './Panel';

/** All instruments at the foot: what they show, what is wrong with them, and whether that is simulated. */
export function Instruments() {
  const readings = useReadings();
  const [open, setOpen] = useState(false);
  if (readings.length === 0)
    return (
      <p className="flex flex-wrap items-center gap-3 px-4 py-2 text-base text-quiet">
        {words.noInstruments} <LogButton readings={readings} />
      </p>
    );
  const simulated = readings.some((one) => one.simulated);
  return (
    <section
      aria-label={words.names.instruments}
      data-part="instruments"
      className="rounded-plate border border-line bg-plate px-4 py-2 text-base"
    >
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
        {readings.map((one) => (
          <span key={one.instrument} data-instrument={one.instrument} className="whitespace-nowrap">
            <span className="text-quiet">
              {words.short[one.kind as keyof typeof words.short] ?? one.name}
            </span>{' '}
            <b className={isWrong(one) ? 'text-stop' : ''}>{shows(one)}</b>
          </span>
        ))}
        {simulated && <b className="ml-auto text-quiet">{words.simulated}</b>}
        <span className="ml-auto flex gap-2">
          <LogButton readings={readings} />
          <button
            type="button"
            data-part="panel"
            onClick={() => setOpen(true)}
            className="min-h-11 rounded-control border border-edge px-3 font-semibold"
          >
            {words.names.panel}
          </button>
        </span>
      </p>
      <div role="status">
        {readings
          .filter((one) => isWrong(one) || one.fault === null)
          .flatMap((one) =>
            one.says.map((said) => (
              <p
                key={`${one.instrument} ${said}`}
                data-fault={one.fault ?? ''}
                className={isWrong(one) ? 'font-semibold text-stop' : 'text-quiet'}
              >
                {said}
              </p>
            )),
          )}
      </div>
      {open && <Panel readings={readings} onClose={() => setOpen(false)} />}
    </section>
  );
}
