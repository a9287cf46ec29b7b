import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { mendsQuery, type PlannedStep } from '@/api';
import { Dialog } from '@/ui';
import { fill } from '@/words';
import { amounts } from '@/words/amounts';
import { run as words } from '@/words/run';
import { useRun, useTyped } from '../state/opened';
import { MendChoices, whyNone } from './Mends';

type Taste = keyof typeof amounts.tastes;
const TASTES = Object.keys(amounts.tastes) as Taste[];

/** What a number is typed for: what was spilled, what a reduction was to weigh and weighs. */
const FIELDS = ['spilled', 'wanted', 'weighs'] as const;
type Typed = Partial<Record<(typeof FIELDS)[number], string>>;

/** A jar that tastes off, was spilled, or was boiled down too far: what mends it, with what that makes of it. */
export function MendJar({ step, onClose }: { step: PlannedStep; onClose: () => void }) {
  const { kitchen, run, shown } = useRun();
  const [taste, setTaste] = useState<Taste | null>(null);
  const [text, setText] = useTyped(`mend ${step.id}`);
  const typed: Typed = text ? JSON.parse(text) : {};
  const setTyped = (now: Typed) => setText(JSON.stringify(now));
  const number = (name: (typeof FIELDS)[number]): number | null => {
    const text = typed[name]?.trim().replace(',', '.') ?? '';
    return text !== '' && Number(text) > 0 && Number.isFinite(Number(text)) ? Number(text) : null;
  };
  const [spilled, wanted, weighs] = FIELDS.map(number);
  const happened = taste
    ? { taste }
    : spilled
      ? { spilled_g: spilled }
      : wanted && weighs
        ? { reduced_g: [wanted, weighs] as [number, number] }
        : null;
  const asked = useQuery({
    ...mendsQuery(kitchen, run, { step: step.id, ...happened }, shown.last, shown.planNumber),
    enabled: happened !== null,
    retry: false,
  });
  const taken = () => {
    setText('');
    onClose();
  };
  const field = (name: (typeof FIELDS)[number]) => {
    const wrong = (typed[name]?.trim() ?? '') !== '' && number(name) === null;
    return (
      <label key={name} className="block text-lg">
        <span className="flex items-center justify-between gap-3">
          {words.mendFields[name]}
          <input
            inputMode="decimal"
            autoComplete="off"
            value={typed[name] ?? ''}
            aria-invalid={wrong || undefined}
            onChange={(event) => {
              setTaste(null);
              setTyped({ ...typed, [name]: event.target.value });
            }}
            className={`h-12 w-28 rounded-control border-2 bg-plate px-3 text-right text-lg ${wrong ? 'border-stop' : 'border-edge'}`}
          />
        </span>
        {wrong && (
          <span role="alert" className="block text-right text-stop">
            {fill(words.wrong.weight, { value: typed[name]?.trim() ?? '' })}
          </span>
        )}
      </label>
    );
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={words.names.mendJar}
      says={words.mendJarSays}
    >
      <div className="mt-3 grid grid-cols-2 gap-2">
        {TASTES.map((one) => (
          <button
            key={one}
            type="button"
            data-taste={one}
            aria-pressed={taste === one}
            onClick={() => {
              setTyped({});
              setTaste(one);
            }}
            className={`min-h-12 rounded-control border-2 px-3 text-left text-lg font-semibold ${taste === one ? 'border-kelp bg-kelp-soft' : 'border-edge bg-plate'}`}
          >
            {amounts.tastes[one]}
          </button>
        ))}
      </div>
      <div className="mt-3 space-y-2">{FIELDS.map(field)}</div>
      {happened && (
        <div className="mt-3 border-t border-edge pt-2">
          {!asked.data && <p className="text-lg text-quiet">{whyNone(asked.error)}</p>}
          {asked.data && <MendChoices step={step} found={asked.data} onTaken={taken} />}
          {asked.data && asked.data.answer.choices.length === 0 && !asked.data.answer.refused && (
            <p className="text-lg text-quiet">{amounts.correct.noChoice}</p>
          )}
        </div>
      )}
    </Dialog>
  );
}
