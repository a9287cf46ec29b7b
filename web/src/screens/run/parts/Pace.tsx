import { useState } from 'react';
import { Problem, playAt } from '@/api';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';

/** A rehearsal is played faster, for everybody: an evening in some minutes. */
export function Pace() {
  const { kitchen, shown, keeper, paces } = useRun();
  const [wrong, setWrong] = useState<string | null>(null);
  if (paces.length === 0) return null;
  const play = async (pace: number) => {
    try {
      await playAt(kitchen, pace);
      setWrong(null);
      await keeper.news();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      setWrong(error.detail);
    }
  };
  return (
    <fieldset className="mt-3 flex flex-wrap items-center gap-2" data-part="pace">
      <legend className="sr-only">{words.names.pace}</legend>
      <span className="text-lg font-semibold">{words.names.pace}</span>
      {paces.map((pace) => (
        <button
          key={pace}
          type="button"
          aria-pressed={shown.pace === pace}
          data-pace={pace}
          onClick={() => void play(pace)}
          className={`min-h-12 min-w-16 rounded-control border-2 px-3 text-lg font-semibold ${shown.pace === pace ? 'border-kelp bg-kelp text-on-kelp' : 'border-edge bg-plate'}`}
        >
          {fill(words.paceOf, { pace })}
        </button>
      ))}
      {wrong !== null && <span role="alert">{wrong}</span>}
    </fieldset>
  );
}
