import { useState } from 'react';
import type { PlannedStep } from '@/api';
import { atWay, list, text } from '@/document/document';
import { Dialog } from '@/ui';
import { fill } from '@/words';
import { run as words } from '@/words/run';
import { useRun } from '../state/opened';

export type Side = 'dark' | 'light';

const SIDE = 'min-h-14 w-full rounded-plate border-2 px-3 text-xl font-semibold';
/** Beside the big button: on the card that is filled, and on one that is not. */
export const LOOKS: Record<Side, string> = {
  dark: `${SIDE} border-on-kelp/60`,
  light: `${SIDE} border-edge bg-plate text-ink mt-2`,
};

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

/** Something else happened: a short list, what belongs to it, and a note. */
export function SomethingElse({ step, look }: { step: PlannedStep | null; look: Side }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" data-part="else" onClick={() => setOpen(true)} className={LOOKS[look]}>
        {words.names.else}
      </button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title={words.names.what}
        says={step ? fill(words.elseSays, { step: step.text.replace(/\.$/, '') }) : words.names.what}
      >
        {open && <Saying step={step} onSaid={() => setOpen(false)} />}
      </Dialog>
    </>
  );
}

function Saying({ step, onSaid }: { step: PlannedStep | null; onSaid: () => void }) {
  const { document, say } = useRun();
  const courses = list(document.courses).map((one) => ({
    id: text(atWay(one, ['id'])) ?? '',
    covers: Number(atWay(one, ['covers']) ?? 0),
  }));
  const mine = courses.find(({ id }) => step?.course?.split('-more')[0] === id) ?? courses[0];
  const [course, setCourse] = useState(mine?.id ?? '');
  const [what, setWhat] = useState<What | null>(null);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const covers = courses.find(({ id }) => id === course)?.covers ?? 0;
  const whats = (Object.keys(words.whats) as What[]).filter(
    (one) => one !== 'skip' || (step && !step.must && step.press !== 'none'),
  );

  const field = (name: string, label: string, numeric = true, value?: string) => (
    <label className="flex items-center justify-between gap-3 text-lg">
      {label}
      <input
        inputMode={numeric ? 'numeric' : 'text'}
        value={typed[name] ?? value ?? ''}
        onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
        className={`h-12 rounded-control border-2 border-edge bg-plate px-3 text-lg ${numeric ? 'w-28 text-right' : 'min-w-0 grow'}`}
      />
    </label>
  );
  const number = (name: string) => {
    const value = Number((typed[name] ?? '').replace(',', '.'));
    return typed[name]?.trim() && Number.isFinite(value) && value >= 0 ? value : undefined;
  };

  function send() {
    if (!what) return;
    const note = typed.note?.trim() ? { note: typed.note.trim() } : {};
    if (what === 'skip' && step) {
      say({ do: 'skipped', step: step.id, why: typed.note?.trim() ?? '' }, words.names.skip);
    } else {
      const asks = ASKS[what];
      const minutes = number('minutes');
      const value = number('warm');
      const many = number('covers');
      say(
        {
          do: 'happened',
          what,
          course,
          ...(step ? { step: step.id } : {}),
          ...(asks.includes('covers') && many !== undefined ? { covers: Math.round(many) } : {}),
          ...(asks.includes('minutes') && minutes !== undefined ? { minutes } : {}),
          ...(asks.includes('warm') && value !== undefined ? { value, unit: 'degC' } : {}),
          ...(asks.includes('line') && typed.line?.trim() ? { line: typed.line.trim() } : {}),
          ...note,
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
      {what &&
        ASKS[what].includes('covers') &&
        field('covers', fill(words.names.covers, { course }), true, String(covers))}
      {what && ASKS[what].includes('warm') && field('warm', words.names.warm)}
      {what && ASKS[what].includes('minutes') && field('minutes', words.names.minutes)}
      {what && ASKS[what].includes('line') && field('line', words.names.line, false)}
      {what && field('note', what === 'skip' ? words.names.skipWhy : words.names.note, false)}
      <button
        type="submit"
        data-part="say"
        disabled={!what || (what === 'skip' && !typed.note?.trim())}
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
