import { useState } from 'react';
import type { InstrumentReading } from '@/api';
import { LogForm } from '@/temperatures/LogForm';
import { Dialog } from '@/ui';
import { run as words } from '@/words/run';
import { temperatures } from '@/words/temperatures';
import { useRun } from '../state/opened';

/** Enters a line into the temperature record in the middle of a run: held hot, cooling, oil thrown away, a probe checked. */
export function LogButton({ readings }: { readings: readonly InstrumentReading[] }) {
  const { logKinds, shown, say, readOnly } = useRun();
  const [open, setOpen] = useState(false);
  if (readOnly || logKinds.length === 0) return null;
  const counting = readings.filter((one) => !one.simulated || shown.rehearsal);
  return (
    <>
      <button
        type="button"
        data-part="log-open"
        onClick={() => setOpen(true)}
        className="min-h-11 rounded-control border border-edge px-3 font-semibold text-ink"
      >
        {words.names.log}
      </button>
      <Dialog open={open} onOpenChange={setOpen} title={temperatures.names.record} says={temperatures.says}>
        <LogForm
          kinds={logKinds}
          readings={counting}
          onLog={(said, kind) => {
            say(said, kind.name);
            setOpen(false);
            return true;
          }}
        />
      </Dialog>
    </>
  );
}
