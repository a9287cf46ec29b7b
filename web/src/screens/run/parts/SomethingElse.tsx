import { useState } from 'react';
import type { PlannedStep, RunEvent } from '@/api';
import { atWay, list, text } from '@/document/document';
import { markOf } from '@/service/columns';
import { Dialog } from '@/ui';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { deedOf } from '../state/called';
import { useRun } from '../state/opened';
import { LONGEST } from './Gates';

type What = keyof typeof words.whats;
/** What is asked of each thing that may happen. */
const ASKS: Record<What, ('covers' | 'minutes' | 'warm' | 'line')[]> = {
  covers: ['covers'],
  dropped: ['covers'],
  burnt: ['covers'],
  short: ['line'],
  warmer: ['warm', 'minutes'],
  forgotten: ['line'],
  off: [],
  skip: [],
  other: [],
};

/** What cannot be left open: without it nothing would be said. */
const NEEDS: Record<What, string[]> = {
  covers: ['covers'],
  dropped: [],
  burnt: [],
  short: ['line'],
  warmer: ['minutes'],
  forgotten: ['line'],
  off: [],
  skip: ['note'],
  other: ['note'],
};
/** What a number in a field has to be. */
const FIELDS = {
  covers: (value: number) => Number.isInteger(value) && value >= 0,
  minutes: (value: number) => Number.isFinite(value) && value > 0,
  warm: (value: number) => Number.isFinite(value),
};

/** Something else happened: a short list, what belongs to it, and a note. */
export function SomethingElse({ step, onClose }: { step: PlannedStep | null; onClose: () => void }) {
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={words.names.what}
      says={step ? fill(words.elseSays, { step: deedOf(step) }) : words.names.what}
    >
      <Saying step={step} onSaid={onClose} />
    </Dialog>
  );
}

function Saying({ step, onSaid }: { step: PlannedStep | null; onSaid: () => void }) {
  const { document, say } = useRun();
  const courses = list(document.courses).map((one) => ({
    id: text(atWay(one, ['id'])) ?? '',
    covers: Number(atWay(one, ['covers']) ?? 0),
  }));
  const mine = markOf(new Map(courses.map((one) => [one.id, one])), step?.course ?? null) ?? courses[0];
  const [course, setCourse] = useState(mine?.id ?? '');
  const [what, setWhat] = useState<What | null>(null);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const covers = courses.find(({ id }) => id === course)?.covers ?? 0;
  const whats = (Object.keys(words.whats) as What[]).filter(
    (one) => one !== 'skip' || (step && !step.must && step.press !== 'none'),
  );
  const asks = what ? ASKS[what] : [];
  const written = (name: string) => (typed[name] ?? '').trim();
  const number = (name: string) => Number(written(name).replace(',', '.'));
  /** What is wrong with what is typed there, in words. */
  const fault = (name: keyof typeof FIELDS): string | null =>
    written(name) !== '' && !FIELDS[name](number(name))
      ? fill(words.wrong[name], { value: written(name) })
      : null;
  const numbers = asks.filter((one) => one !== 'line');
  const ready =
    what !== null &&
    numbers.every((one) => fault(one) === null) &&
    NEEDS[what].every((one) => written(one) !== '');

  const field = (name: string, label: string, wrong: string | null, placeholder = '') => (
    <label className="block text-lg">
      <span className="flex items-center justify-between gap-3">
        {label}
        <input
          inputMode={name in FIELDS ? 'decimal' : 'text'}
          value={typed[name] ?? ''}
          placeholder={placeholder}
          maxLength={LONGEST}
          aria-invalid={wrong !== null || undefined}
          onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          className={`h-12 rounded-control border-2 bg-plate px-3 text-lg ${wrong === null ? 'border-edge' : 'border-stop'} ${name in FIELDS ? 'w-28 text-right' : 'min-w-0 grow'}`}
        />
      </span>
      {wrong !== null && (
        <span role="alert" className="block text-right text-stop">
          {wrong}
        </span>
      )}
    </label>
  );

  function send() {
    if (!what || !ready) return;
    const given = (name: keyof typeof FIELDS, says: (value: number) => Omit<RunEvent, 'do'>) =>
      asks.includes(name) && written(name) !== '' ? says(number(name)) : {};
    if (what === 'skip' && step) {
      say({ do: 'skipped', step: step.id, why: written('note') }, words.names.skip);
    } else {
      say(
        {
          do: 'happened',
          what,
          course,
          ...(step ? { step: step.id } : {}),
          ...given('covers', (many) => ({ covers: many })),
          ...given('minutes', (minutes) => ({ minutes })),
          ...given('warm', (value) => ({ value, unit: 'degC' })),
          ...(asks.includes('line') && written('line') ? { line: written('line') } : {}),
          ...(written('note') ? { note: written('note') } : {}),
        },
        words.whats[what],
      );
    }
    onSaid();
  }

  return (
    <form
      className="mt-3 space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="grid grid-cols-2 gap-2">
        {whats.map((one) => (
          <button
            key={one}
            type="button"
            data-what={one}
            aria-pressed={what === one}
            onClick={() => setWhat(one)}
            className={`min-h-12 rounded-control border-2 px-3 text-left text-lg font-semibold ${what === one ? 'border-kelp bg-kelp-soft' : 'border-edge bg-plate'}`}
          >
            {words.whats[one]}
          </button>
        ))}
      </div>
      {what && what !== 'skip' && courses.length > 1 && (
        <label className="flex items-center justify-between gap-3 text-lg">
          {words.names.course}
          <select
            value={course}
            onChange={(event) => setCourse(event.target.value)}
            className="h-12 rounded-control border-2 border-edge bg-plate px-2 text-lg"
          >
            {courses.map(({ id }) => (
              <option key={id}>{id}</option>
            ))}
          </select>
        </label>
      )}
      {asks.includes('covers') &&
        field('covers', fill(words.names.covers, { course }), fault('covers'), String(covers))}
      {asks.includes('warm') && field('warm', words.names.warm, fault('warm'))}
      {asks.includes('minutes') && field('minutes', words.names.minutes, fault('minutes'))}
      {asks.includes('line') && field('line', words.names.line, null)}
      {what && field('note', what === 'skip' ? words.names.skipWhy : words.names.note, null)}
      <button
        type="submit"
        data-part="say"
        disabled={!ready}
        className="min-h-14 w-full rounded-plate bg-kelp px-4 text-xl font-bold text-on-kelp disabled:opacity-45"
      >
        {words.names.say}
      </button>
      <button
        type="button"
        data-part="end"
        onClick={() => {
          say({ do: 'ended' }, words.names.end);
          onSaid();
        }}
        className="min-h-11 w-full text-lg underline"
      >
        {words.names.end}
      </button>
    </form>
  );
}
