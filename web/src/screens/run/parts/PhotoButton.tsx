import { useState } from 'react';
import type { PlannedStep } from '@/api';
import { shrunk } from '@/run/shrink';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';

/** Takes a photo of a step, by the tablet's camera where it has one. */
export function PhotoButton({ step, dark, wide }: { step: PlannedStep; dark: boolean; wide: boolean }) {
  const { photograph } = useRun();
  const [wrong, setWrong] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  async function take(file: File | undefined) {
    if (!file) return;
    setBusy(true);
    const made = await shrunk(file);
    setBusy(false);
    setWrong(typeof made === 'string' ? words.noPhoto[made] : null);
    if (typeof made !== 'string') photograph(made, { do: 'photographed', step: step.id }, words.names.photo);
  }
  return (
    <div className={`${wide ? 'col-span-2' : ''}`}>
      <label
        className={`flex min-h-14 w-full cursor-pointer items-center justify-center rounded-plate border-2 px-3 text-xl font-semibold focus-within:outline-3 focus-within:outline-offset-2 focus-within:outline-kelp ${dark ? 'border-on-kelp/60' : 'mt-2 border-edge bg-plate text-ink'}`}
      >
        {busy ? words.photoReads : words.names.photo}
        <input
          type="file"
          data-part="photo"
          accept="image/*"
          capture="environment"
          className="sr-only"
          onChange={(event) => {
            void take(event.target.files?.[0]);
            // The same one again is another choice.
            event.target.value = '';
          }}
        />
      </label>
      {wrong !== null && (
        <p role="alert" className="mt-1 rounded-control bg-plate px-2 py-1 text-lg font-semibold text-stop">
          {wrong}
        </p>
      )}
    </div>
  );
}
